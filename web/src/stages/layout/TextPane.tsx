import { Button } from '@mantine/core';
import { printNotation, rewriteEdit, type NotationError, type Survey } from '@rhizotome/core';
import { useDeferredValue, useMemo, useRef, useState } from 'react';
import { useEdit, useOpenMachine, useOpenState } from '../../open/context.js';
import { download, fileName } from '../../parts/download.js';
import { drafts } from './drafts.js';
import classes from './TextPane.module.css';
import { text as textOf } from '../../words/say.js';
import { words } from '../../words/words.js';

/** The same machine as text. What is typed becomes one edit when it is taken in; until then it is kept as typed. */
export function TextPane({ survey }: { survey: Survey }) {
  const { id, name, story } = useOpenMachine();
  const { plan } = useOpenState();
  const { attempt } = useEdit();
  const [draft, setDraft] = useState<string | null>(() => drafts.get(id));
  const area = useRef<HTMLTextAreaElement>(null);
  const printed = useMemo(() => printNotation({ name, story, plan, survey }), [name, story, plan, survey]);
  const text = draft ?? printed;
  const judged = useDeferredValue(text);
  const outcome = useMemo(
    () => rewriteEdit({ name, story, plan, survey }, judged),
    [judged, name, story, plan, survey],
  );

  const keep = (next: string | null) => {
    setDraft(next);
    drafts.set(id, next);
  };
  const take = () => {
    const now = rewriteEdit({ name, story, plan, survey }, text);
    if (now.ok && (now.edit === null || attempt(now.edit))) keep(null);
  };
  const showError = ({ line, column, length }: NotationError) => {
    const before = text.split('\n').slice(0, line - 1);
    const start = before.reduce((sum, l) => sum + l.length + 1, 0) + column - 1;
    area.current?.focus();
    area.current?.setSelectionRange(start, start + length);
    if (area.current) area.current.scrollTop = Math.max(0, (line - 6) * LINE_PIXELS);
  };
  const save = () => download(`${fileName(name)}.rhizotome`, new Blob([text], { type: 'text/plain' }));
  return (
    <aside className={classes.pane} aria-label={words['layout.plan-as-text']()}>
      <textarea
        ref={area}
        className={classes.text}
        aria-label={words['layout.text-plan']()}
        spellCheck={false}
        wrap="off"
        value={text}
        onChange={(event) => keep(event.currentTarget.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) take();
        }}
      />
      <div className={classes.foot}>
        {outcome.ok ? (
          <p className="small soft" role="status">
            {draft === null
              ? words['layout.you-can-edit-plan']()
              : outcome.edit === null
                ? words['layout.same-as-plan']()
                : words['layout.text-valid-press-apply']()}
            {draft !== null &&
              outcome.rounded.map((note) => (
                <span key={note.line}>{words['layout.line'](note.line, textOf(note.says))}</span>
              ))}
          </p>
        ) : (
          <p className={classes.error} role="alert">
            <button type="button" onClick={() => showError(outcome.error)}>
              {words['layout.line-column'](outcome.error.line, outcome.error.column)}
            </button>
            : {textOf(outcome.error.says)}
          </p>
        )}
        <div className={classes.buttons}>
          <Button size="xs" onClick={take} disabled={draft === null || !outcome.ok}>
            {words['layout.apply']()}
          </Button>
          <Button size="xs" variant="default" onClick={() => keep(null)} disabled={draft === null}>
            {words['layout.discard-changes']()}
          </Button>
          <Button size="xs" variant="default" onClick={save}>
            {words['layout.save-as-file']()}
          </Button>
        </div>
      </div>
    </aside>
  );
}

const LINE_PIXELS = 18;

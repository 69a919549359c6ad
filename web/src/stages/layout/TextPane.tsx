import { Button } from '@mantine/core';
import { printNotation, rewriteEdit, type NotationError, type Survey } from '@rhizotome/core';
import { useDeferredValue, useMemo, useRef, useState } from 'react';
import { useEdit, useOpenMachine, useOpenState } from '../../open/context.js';
import { download, fileName } from '../../parts/download.js';
import { drafts } from './drafts.js';
import classes from './TextPane.module.css';
import { text as textOf } from '../../words/say.js';
import { words } from '../../words/words.js';

/** The text of the plan, and what was typed in its place: kept as typed until it is taken in. */
function useDraft(survey: Survey) {
  const { id, name, story } = useOpenMachine();
  const { plan } = useOpenState();
  const { attempt } = useEdit();
  const [draft, setDraft] = useState<string | null>(() => drafts.get(id));
  const machine = useMemo(() => ({ name, story, plan, survey }), [name, story, plan, survey]);
  const printed = useMemo(() => printNotation(machine), [machine]);
  const text = draft ?? printed;
  const judged = useDeferredValue(text);
  const outcome = useMemo(() => rewriteEdit(machine, judged), [machine, judged]);
  const keep = (next: string | null) => {
    setDraft(next);
    drafts.set(id, next);
  };
  const take = () => {
    const now = rewriteEdit(machine, text);
    if (now.ok && (now.edit === null || attempt(now.edit))) keep(null);
  };
  const save = () => download(`${fileName(name)}.rhizotome`, new Blob([text], { type: 'text/plain' }));
  return { text, drafted: draft !== null, outcome, keep, take, save };
}

/** The same machine as text. What is typed becomes one edit when it is taken in. */
export function TextPane({ survey }: { survey: Survey }) {
  const { text, drafted, outcome, keep, take, save } = useDraft(survey);
  const area = useRef<HTMLTextAreaElement>(null);
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
          <Fits outcome={outcome} drafted={drafted} />
        ) : (
          <p className={classes.error} role="alert">
            <button type="button" onClick={() => showError(area.current, outcome.error)}>
              {words['layout.line-column'](outcome.error.line, outcome.error.column)}
            </button>
            : {textOf(outcome.error.says)}
          </p>
        )}
        <div className={classes.buttons}>
          <Button size="xs" onClick={take} disabled={!drafted || !outcome.ok}>
            {words['layout.apply']()}
          </Button>
          <Button size="xs" variant="default" onClick={() => keep(null)} disabled={!drafted}>
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

type Fitting = Extract<ReturnType<typeof rewriteEdit>, { readonly ok: true }>;

/** What of the text is taken in, and how its figures are rounded then. */
function Fits({ outcome, drafted }: { outcome: Fitting; drafted: boolean }) {
  const valid = outcome.edit === null ? words['layout.same-as-plan'] : words['layout.text-valid-press-apply'];
  return (
    <p className="small soft" role="status">
      {drafted ? valid() : words['layout.you-can-edit-plan']()}
      {drafted &&
        outcome.rounded.map((note) => (
          <span key={note.line}>{words['layout.line'](note.line, textOf(note.says))}</span>
        ))}
    </p>
  );
}

const LINE_PIXELS = 18;

function showError(area: HTMLTextAreaElement | null, { line, column, length }: NotationError): void {
  if (!area) return;
  const before = area.value.split('\n').slice(0, line - 1);
  const start = before.reduce((sum, l) => sum + l.length + 1, 0) + column - 1;
  area.focus();
  area.setSelectionRange(start, start + length);
  area.scrollTop = Math.max(0, (line - 6) * LINE_PIXELS);
}

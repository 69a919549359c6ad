import { Button, Popover } from '@mantine/core';
import { editTitle } from '@rhizotome/core';
import { say } from '../words/say.js';
import { useState } from 'react';
import { Link } from 'react-router';
import { useAlternatives } from '../open/alternatives.js';
import { useOpenMachine, useOpenState } from '../open/context.js';
import { KeepPlanForm } from '../parts/KeepPlanForm.js';
import classes from './HistoryPanel.module.css';
import { words } from '../words/words.js';

/** Everything that was done, to go back to any moment; and the points that have names. */
export function HistoryPanel() {
  const [opened, setOpened] = useState(false);
  return (
    <Popover opened={opened} onChange={setOpened} position="bottom-start" width={400} trapFocus returnFocus>
      <Popover.Target>
        <Button size="compact-sm" variant="subtle" color="loam" onClick={() => setOpened(!opened)}>
          {words['shell.history']()}
        </Button>
      </Popover.Target>
      <Popover.Dropdown aria-label={words['shell.history']()}>
        {opened && (
          <>
            <NamedPoints />
            <Moments />
          </>
        )}
      </Popover.Dropdown>
    </Popover>
  );
}

function NamedPoints() {
  const { id } = useOpenMachine();
  const { kept, keep, keeping, problem, takeUp, stands } = useAlternatives();
  return (
    <section className={classes.points}>
      <KeepPlanForm
        className={classes.keep}
        label={words['shell.name-point']()}
        placeholder={words['shell.keep-plan-as']()}
        button={words['shell.keep']()}
        size="xs"
        keep={keep}
        busy={keeping}
      />
      {problem && (
        <p role="alert" className={classes.problem}>
          {problem}
        </p>
      )}
      <ul>
        {kept?.map((point) => (
          <li key={point.id}>
            <span>{point.name}</span>
            {stands(point) ? (
              <span className="soft small">{words['shell.current-plan']()}</span>
            ) : (
              <Button size="compact-xs" variant="default" onClick={() => takeUp(point)}>
                {words['shell.go-back']()}
              </Button>
            )}
          </li>
        ))}
      </ul>
      {kept && kept.length > 0 && (
        <Link className="small" to={`/machines/${id}/alternatives`}>
          {words['shell.compare-alternatives']()}
        </Link>
      )}
    </section>
  );
}

function Moments() {
  const { open } = useOpenMachine();
  const { plan, history, older } = useOpenState();
  const done = history.undo.length;
  const edits = [...history.undo, ...[...history.redo].reverse()];
  const moments = [
    older ? words['shell.earlier-changes']() : words['shell.beginning'](),
    ...edits.map((made) => say(editTitle(made.edit, plan))),
  ];
  return (
    <section>
      <span className="eyebrow">{words['shell.changes']()}</span>
      <ol className={classes.moments}>
        {moments
          .map((title, at) => (
            <li key={at} data-undone={at > done || undefined} aria-current={at === done ? 'step' : undefined}>
              <button type="button" onClick={() => open.step(done - at)}>
                {title}
              </button>
            </li>
          ))
          .reverse()}
      </ol>
    </section>
  );
}

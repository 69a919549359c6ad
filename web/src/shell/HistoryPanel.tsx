import { Button, Popover } from '@mantine/core';
import { editTitle } from '@rhizotome/core';
import { say } from '../words/say.js';
import { useState } from 'react';
import { Link } from 'react-router';
import { useAlternatives } from '../open/alternatives.js';
import { useOpenMachine, useOpenState } from '../open/context.js';
import { KeepPlanForm } from '../parts/KeepPlanForm.js';
import classes from './HistoryPanel.module.css';

/** Everything that was done, to go back to any moment; and the points that have names. */
export function HistoryPanel() {
  const [opened, setOpened] = useState(false);
  return (
    <Popover opened={opened} onChange={setOpened} position="bottom-start" width={400} trapFocus returnFocus>
      <Popover.Target>
        <Button size="compact-sm" variant="subtle" color="loam" onClick={() => setOpened(!opened)}>
          History
        </Button>
      </Popover.Target>
      <Popover.Dropdown aria-label="History">
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
        label="Name for this point"
        placeholder="Keep this plan as …"
        button="Keep"
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
              <span className="soft small">current plan</span>
            ) : (
              <Button size="compact-xs" variant="default" onClick={() => takeUp(point)}>
                Go back to this
              </Button>
            )}
          </li>
        ))}
      </ul>
      {kept && kept.length > 0 && (
        <Link className="small" to={`/machines/${id}/alternatives`}>
          Compare alternatives
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
    older ? 'Earlier changes' : 'The beginning',
    ...edits.map((made) => say(editTitle(made.edit, plan))),
  ];
  return (
    <section>
      <span className="eyebrow">Changes</span>
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

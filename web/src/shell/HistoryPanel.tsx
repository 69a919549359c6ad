import { Button, Popover, TextInput } from '@mantine/core';
import { editTitle } from '@rhizotome/core';
import { useState, type FormEvent } from 'react';
import { Link } from 'react-router';
import { useAlternatives } from '../open/alternatives.js';
import { useOpenMachine, useOpenState } from '../open/context.js';
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
  const [name, setName] = useState('');
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (name.trim() !== '' && (await keep(name.trim()))) setName('');
  };
  return (
    <section className={classes.points}>
      <form className={classes.keep} onSubmit={(event) => void submit(event)}>
        <TextInput
          size="xs"
          aria-label="Name of this point"
          placeholder="Keep the plan as it stands, as …"
          value={name}
          maxLength={80}
          onChange={(e) => setName(e.currentTarget.value)}
        />
        <Button size="xs" type="submit" loading={keeping} disabled={name.trim() === ''}>
          Keep
        </Button>
      </form>
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
              <span className="soft small">as it stands</span>
            ) : (
              <Button size="compact-xs" variant="default" onClick={() => takeUp(point)}>
                Go back to it
              </Button>
            )}
          </li>
        ))}
      </ul>
      {kept && kept.length > 0 && (
        <Link className="small" to={`/machines/${id}/alternatives`}>
          Compare them
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
    older ? 'Before all this' : 'The beginning',
    ...edits.map((made) => editTitle(made.edit, plan)),
  ];
  return (
    <section>
      <span className="eyebrow">What was done</span>
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

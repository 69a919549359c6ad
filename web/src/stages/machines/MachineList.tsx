import { Button, Input } from '@mantine/core';
import { useDeferredValue, useState, type ReactNode } from 'react';
import type { MachineRow } from '@rhizotome/core';
import { words } from '../../words/first-page.js';
import classes from './MachinesPage.module.css';
import { machinesWith } from './search.js';

/** Fewer are seen at a glance. */
const SEARCHED_FROM = 10;
const AT_ONCE = 50;

interface MachineListProps {
  readonly machines: readonly MachineRow[];
  readonly row: (machine: MachineRow) => ReactNode;
}

export function MachineList({ machines, row }: MachineListProps) {
  const [text, setText] = useState('');
  const [shown, setShown] = useState(AT_ONCE);
  const found = machinesWith(machines, useDeferredValue(text));
  const more = Math.min(found.length - shown, 2 * AT_ONCE);
  return (
    <>
      {machines.length >= SEARCHED_FROM && (
        <Input
          className={classes.search}
          type="search"
          aria-label={words['machines.search']()}
          placeholder={words['machines.search']()}
          value={text}
          onChange={(event) => setText(event.currentTarget.value)}
        />
      )}
      {found.length === 0 && <p role="status">{words['machines.none-found'](text)}</p>}
      <ul className={classes.list}>{found.slice(0, shown).map(row)}</ul>
      {more > 0 && (
        <Button variant="default" onClick={() => setShown(shown + more)}>
          {words['machines.more'](more)}
        </Button>
      )}
    </>
  );
}

import { Button, Modal } from '@mantine/core';
import { useState } from 'react';
import { words } from '../../words/words.js';
import { useDeleted } from './keeping.js';
import classes from './DeletedDialog.module.css';

/** The machines that were deleted: put back one by one, or deleted for good after a question. */
export function DeletedDialog({ close }: { close: () => void }) {
  const { machines = [], problem, putBack, empty } = useDeleted();
  const [asking, setAsking] = useState(false);
  return (
    <Modal opened onClose={close} title={words['keeping.deleted-title']()} size="lg">
      {problem && <p role="alert">{problem}</p>}
      {machines.length === 0 && <p className="soft">{words['keeping.none-deleted']()}</p>}
      <ul className={classes.list}>
        {machines.map(({ id, name, deletedAt }) => (
          <li key={id}>
            <span className={classes.name}>{name}</span>
            <span className="soft small">{new Date(deletedAt).toLocaleString('en-GB')}</span>
            <Button
              size="xs"
              variant="default"
              aria-label={`${words['keeping.put-back']()}: ${name}`}
              onClick={() => putBack(id)}
            >
              {words['keeping.put-back']()}
            </Button>
          </li>
        ))}
      </ul>
      {machines.length > 0 && !asking && (
        <Button variant="subtle" color="red" onClick={() => setAsking(true)}>
          {words['keeping.empty']()}
        </Button>
      )}
      {machines.length > 0 && asking && (
        <div role="alert" className={classes.ask}>
          <p>{words['keeping.empty-ask'](machines.length)}</p>
          <Button
            color="red"
            onClick={() => {
              setAsking(false);
              empty();
            }}
          >
            {words['keeping.empty-sure']()}
          </Button>
          <Button variant="default" onClick={() => setAsking(false)}>
            {words['keeping.cancel']()}
          </Button>
        </div>
      )}
    </Modal>
  );
}

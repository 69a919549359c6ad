import { Button, Modal } from '@mantine/core';
import type { BackedUpMachine, Backups } from '@rhizotome/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../api/client.js';
import { whyOf } from '../../parts/why-of.js';
import { words } from '../../words/words.js';
import classes from './BackupsDialog.module.css';
import { restoredSays } from './keeping.js';
import { BENCH } from './queries.js';

/** The backups that the server made, what is in each, and the way back to it: for one machine or all. */
export function BackupsDialog({ close }: { close: () => void }) {
  const { data, error } = useQuery({
    queryKey: ['backups'],
    queryFn: api.backups,
    staleTime: 0,
    // A newer one would come in above the line that is about to be pressed.
    refetchOnWindowFocus: false,
  });
  const { restore, busy, said, failed } = useRestoring();
  return (
    <Modal opened onClose={close} title={words['backups.title']()} size="lg">
      <p className="soft">{words['backups.about']()}</p>
      {(error ?? failed) && <p role="alert">{whyOf(error ?? failed)}</p>}
      {data?.problem && (
        <p role="alert" className={classes.problem}>
          {data.problem}
        </p>
      )}
      {said && (
        <p role="status" className={classes.said}>
          {said}
        </p>
      )}
      {!data && !error && <p role="status">{words['backups.loading']()}</p>}
      {data?.made.length === 0 && <p>{words['backups.none']()}</p>}
      <ul className={classes.list}>
        {data?.made.map((backup) => (
          <Made key={backup.name} backup={backup} busy={busy} restore={restore} />
        ))}
      </ul>
    </Modal>
  );
}

type Restore = (backup: string, machine?: string) => void;

function useRestoring() {
  const client = useQueryClient();
  const { mutate, isPending, data, error } = useMutation({
    mutationFn: ({ backup, machine }: { backup: string; machine: string | undefined }) =>
      api.restoreFrom(backup, machine),
    onSuccess: () => client.invalidateQueries({ queryKey: BENCH }),
  });
  const restore: Restore = (backup, machine) => mutate({ backup, machine });
  return { restore, busy: isPending, said: data && restoredSays(data), failed: error };
}

interface MadeProps {
  readonly backup: Backups['made'][number];
  readonly busy: boolean;
  readonly restore: Restore;
}

function Made({ backup: { name, at, machines, faulty }, busy, restore }: MadeProps) {
  const [open, setOpen] = useState(false);
  const when = new Date(at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
  return (
    <li>
      <div className={classes.made}>
        <strong className={classes.when}>{when}</strong>
        <span className="soft small">{words['backups.machines'](machines)}</span>
        {faulty > 0 && <span data-sign="caution">{words['backups.faulty'](faulty)}</span>}
        <Button
          size="xs"
          variant="subtle"
          aria-expanded={open}
          aria-label={words['backups.show-of'](when)}
          onClick={() => setOpen(!open)}
        >
          {words['backups.show']()}
        </Button>
        <Button
          size="xs"
          variant="default"
          disabled={busy}
          aria-label={words['backups.restore-all-of'](when)}
          onClick={() => restore(name)}
        >
          {words['backups.restore-all']()}
        </Button>
      </div>
      {open && <MachinesIn backup={name} busy={busy} restore={restore} />}
    </li>
  );
}

function MachinesIn({ backup, busy, restore }: { backup: string; busy: boolean; restore: Restore }) {
  const { data, error } = useQuery({
    queryKey: ['backups', backup],
    queryFn: () => api.inBackup(backup),
    // A backup is never changed.
    staleTime: Infinity,
  });
  if (error) return <p role="alert">{whyOf(error)}</p>;
  if (!data) return <p role="status">{words['backups.loading']()}</p>;
  return (
    <ul className={classes.machines}>
      {data.map((machine) => (
        <MachineIn
          key={machine.id}
          machine={machine}
          busy={busy}
          restore={() => restore(backup, machine.id)}
        />
      ))}
    </ul>
  );
}

function MachineIn({
  machine: { name, revision, deletedAt },
  busy,
  restore,
}: {
  machine: BackedUpMachine;
  busy: boolean;
  restore: () => void;
}) {
  return (
    <li>
      <span className={classes.when}>{name}</span>
      <span className="soft small">{words['backups.changes'](revision)}</span>
      {deletedAt !== null && <span className="soft small">{words['backups.deleted']()}</span>}
      <Button
        size="compact-xs"
        variant="default"
        disabled={busy}
        aria-label={words['backups.restore-one'](name)}
        onClick={restore}
      >
        {words['backups.restore']()}
      </Button>
    </li>
  );
}

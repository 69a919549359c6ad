import type { Digest } from './digest.js';
import { unpackedText } from './packed-text.js';
import type { StoredEdit, StoredRecord } from './stored-record.js';

/** Asks a data file for rows. */
export type AskRows = <T>(sql: string, ...values: readonly unknown[]) => readonly T[];

/** A machine in a data file, as it is kept. */
export interface StoredMachine {
  readonly id: string;
  readonly name: string;
  /** ISO 8601; `null` while it is on the bench. */
  readonly deletedAt: string | null;
  readonly digest: Digest;
  readonly record: StoredRecord;
}

/** Whether a data file keeps digests: one of an earlier version does not. */
export const keepsDigests = (ask: AskRows): boolean =>
  ask<{ readonly name: string }>(`SELECT name FROM pragma_table_info('machine')`).some(
    ({ name }) => name === 'digest',
  );

type KeptEdit = Omit<StoredEdit, 'edit' | 'inverse'> & Record<'edit' | 'inverse', string | Uint8Array>;

const unpacked = ({ edit, inverse, ...rest }: KeptEdit): StoredEdit => ({
  ...rest,
  edit: unpackedText(edit),
  inverse: unpackedText(inverse),
});

/** The machines in a data file, one after the other, in the order of the bench. */
export function* storedMachines(ask: AskRows): Generator<StoredMachine> {
  const ids = ask<{ readonly id: string }>('SELECT id FROM machine ORDER BY "createdAt", id');
  for (const { id } of ids) {
    const [machine] = ask<Omit<StoredMachine, 'record'> & Omit<StoredRecord, 'digest'>>(
      'SELECT id, name, "deletedAt", revision, plan, beginning, digest FROM machine WHERE id = ?',
      id,
    );
    const { name, deletedAt, revision, plan, beginning, digest } = machine!;
    yield {
      ...{ id, name, deletedAt, digest },
      record: {
        ...{ revision, plan, beginning, digest },
        edits: ask<KeptEdit>(
          'SELECT revision, "key", intent, edit, inverse, digest FROM edit WHERE "machineId" = ? ORDER BY revision',
          id,
        ).map(unpacked),
        surveys: ask<StoredRecord['surveys'][number]>(
          'SELECT id, document FROM survey WHERE "machineId" = ?',
          id,
        ),
        alternatives: ask<StoredRecord['alternatives'][number]>(
          'SELECT name, plan FROM alternative WHERE "machineId" = ? AND "deletedAt" IS NULL',
          id,
        ),
      },
    };
  }
}

import { digestOfBeginning, type Digest } from '@rhizotome/core';
import type { EntityManager } from 'typeorm';
import type { EditEntity, MachineEntity, SurveyEntity } from '../storage/entities.js';
import { notFound } from '../http/problem.js';
import { checked, sumOf } from '../storage/sums.js';
import { connectionOf } from '../storage/transaction.js';

/*
 * What every edit asks of the store, as plain statements: building the same ones from entities takes several times as
 * long as SQLite takes for them (measured), and edits of many people wait for each other.
 */

/** What an edit needs of its machine. */
export type EditedMachine = Pick<MachineEntity, 'id' | 'revision' | 'plan'> & {
  readonly digest: Digest;
};

/** @throws ProblemException 404 */
export async function machineToEdit(manager: EntityManager, id: string): Promise<EditedMachine> {
  const [machine] = await rows<EditedMachine>(
    manager,
    'SELECT id, revision, plan, sum, digest FROM machine WHERE id = ? AND "deletedAt" IS NULL',
    [id],
  );
  if (!machine) throw notFound('machine');
  return checked('machine', machine);
}

/** A revision, and what somebody knows the history to have come to there. */
export interface PointInHistory {
  readonly revision: number;
  readonly digest: string | undefined;
}

/** Whether the history of a machine went by that point: what is based on another one is not made on it. */
export async function goesBy(
  manager: EntityManager,
  machine: HistoryOf,
  { revision, digest }: PointInHistory,
): Promise<boolean> {
  if (revision > machine.revision) return false;
  return digest === undefined || digest === (await digestAt(manager, machine, revision));
}

type HistoryOf = Pick<MachineEntity, 'id' | 'revision' | 'digest'>;

/** What the history had come to at a revision; `undefined` where it has no such. */
async function digestAt(
  manager: EntityManager,
  { id, revision, digest }: HistoryOf,
  at: number,
): Promise<string | undefined> {
  if (at === revision) return digest;
  if (at === 0) {
    const [begun] = await rows<Pick<MachineEntity, 'beginning'>>(
      manager,
      'SELECT beginning FROM machine WHERE id = ?',
      [id],
    );
    return begun && digestOfBeginning(begun.beginning);
  }
  const [edit] = await rows<{ digest: string }>(
    manager,
    'SELECT digest FROM edit WHERE "machineId" = ? AND revision = ?',
    [id, at],
  );
  return edit?.digest;
}

/** Which of these keys the history of a machine has. */
export async function knownKeys(
  manager: EntityManager,
  machineId: string,
  keys: readonly string[],
): Promise<string[]> {
  const found = await rows<Pick<EditEntity, 'key'>>(
    manager,
    `SELECT "key" FROM edit WHERE "machineId" = ? AND "key" IN (${places(keys)})`,
    [machineId, ...keys],
  );
  return found.map(({ key }) => key);
}

/** Readings of a machine by their ids; those that it does not have are left out. */
export async function surveyRows(
  manager: EntityManager,
  machineId: string,
  ids: readonly string[],
): Promise<Pick<SurveyEntity, 'id' | 'document'>[]> {
  if (ids.length === 0) return [];
  const found = await rows<Pick<SurveyEntity, 'id' | 'document'>>(
    manager,
    `SELECT id, document, sum FROM survey WHERE "machineId" = ? AND id IN (${places(ids)})`,
    [machineId, ...ids],
  );
  return found.map((row) => checked('survey', row));
}

/** Adds edits to the history: by one statement for all, since a machine that is put back may have ten thousand. */
export function insertEdits(manager: EntityManager, edits: readonly EditEntity[]): void {
  const insert = connectionOf(manager.connection).prepare(
    'INSERT INTO edit ("machineId", revision, "key", intent, edit, inverse, digest, at, sum) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)',
  );
  for (const e of edits)
    insert.run(e.machineId, e.revision, e.key, e.intent, e.edit, e.inverse, e.digest, e.at, e.sum);
}

/** Adds edits to the history, and puts the plan after them in the place of the one before. */
export async function keepEdits(
  manager: EntityManager,
  { id }: Pick<MachineEntity, 'id'>,
  edits: readonly EditEntity[],
  after: Pick<MachineEntity, 'plan' | 'revision' | 'digest'>,
): Promise<void> {
  insertEdits(manager, edits);
  await manager.query('UPDATE machine SET plan = ?, sum = ?, revision = ?, digest = ? WHERE id = ?', [
    after.plan,
    sumOf(after.plan),
    after.revision,
    after.digest,
    id,
  ]);
}

const places = (list: readonly unknown[]) => list.map(() => '?').join(', ');

function rows<T>(manager: EntityManager, sql: string, values: readonly unknown[]): Promise<T[]> {
  return manager.query<T[]>(sql, [...values]);
}

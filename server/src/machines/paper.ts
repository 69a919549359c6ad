import { digestOfBeginning, sameProcedure, unfoldEdits, type PaperTold } from '@rhizotome/core';
import { MoreThan, type EntityManager } from 'typeorm';
import { editIn, isDamage, surveyIn } from '../storage/documents.js';
import { EditEntity, SurveyEntity, type MachineEntity } from '../storage/entities.js';
import { existingMachine } from './machine-store.js';
import { planOf } from './responses.js';

/** @param signs the first digits of a digest @throws ProblemException 404 */
export async function paperTold(manager: EntityManager, id: string, signs: string): Promise<PaperTold> {
  const machine = await existingMachine(manager, id);
  const revision = await revisionWith(manager, machine, signs);
  if (revision === null) return { revision, same: false, edits: 0 };
  const since = await manager.find(EditEntity, {
    where: { machineId: id, revision: MoreThan(revision) },
    order: { revision: 'ASC' },
  });
  return { revision, same: await sameSince(manager, machine, since), edits: since.length };
}

async function revisionWith(
  manager: EntityManager,
  { id, beginning }: MachineEntity,
  signs: string,
): Promise<number | null> {
  if (digestOfBeginning(beginning).startsWith(signs)) return 0;
  const [found] = await manager.query<{ revision: number }[]>(
    'SELECT revision FROM edit WHERE "machineId" = ? AND substr(digest, 1, ?) = ? ORDER BY revision DESC LIMIT 1',
    [id, signs.length, signs],
  );
  return found?.revision ?? null;
}

async function sameSince(
  manager: EntityManager,
  machine: MachineEntity,
  since: readonly EditEntity[],
): Promise<boolean> {
  try {
    const rows = await manager.findBy(SurveyEntity, { machineId: machine.id });
    const surveys = new Map(rows.map(({ id, document }) => [id, surveyIn(document)]));
    const plan = planOf(machine);
    const made = since.map(({ inverse }) => ({ inverse: editIn(inverse) }));
    const then = unfoldEdits(plan, made, (id) => surveys.get(id));
    return then !== undefined && sameProcedure(then, plan);
  } catch (error) {
    // What cannot be read cannot be told to be the same.
    if (isDamage(error)) return false;
    throw error;
  }
}

import { randomUUID } from 'node:crypto';
import type { MachineArchive } from '@rhizotome/core';
import { In, type EntityManager } from 'typeorm';
import { isDamage, planIn, surveyIn } from '../storage/documents.js';
import { AlternativeEntity, EditEntity, MachineEntity, SurveyEntity } from '../storage/entities.js';
import { insertAlternatives } from './alternative-store.js';
import { insertEdits } from './edit-store.js';
import { refuseFullBench } from './machine-store.js';
import { planOf, toHistoryEntry } from './responses.js';
import type { MachineRows, Renamed } from './rows.js';

/**
 * A machine whole, as it is stored, with what was deleted of it. An edit that cannot be read ends the history there, as it ends undo.
 * @throws ProblemException 500 where another document of it cannot be read
 */
export async function archiveOf(manager: EntityManager, machine: MachineEntity): Promise<MachineArchive> {
  const { id: machineId, name, story, createdAt, revision, beginning } = machine;
  const edits = await manager.find(EditEntity, { where: { machineId }, order: { revision: 'ASC' } });
  const kept = await manager.find(AlternativeEntity, {
    where: { machineId },
    order: { keptAt: 'ASC', id: 'ASC' },
  });
  const surveys = await manager.findBy(SurveyEntity, { machineId });
  const history = edits.map(entryOf);
  const readable = history.slice(history.lastIndexOf(undefined) + 1).filter((entry) => entry !== undefined);
  return {
    format: 'rhizotome/machine-archive',
    version: 2,
    name,
    story,
    createdAt,
    revision,
    beginning: beginning === null || readable.length < revision ? null : planIn(beginning),
    plan: planOf(machine),
    surveys: surveys.map((s) => surveyIn(s.document)),
    history: readable,
    alternatives: kept.map((a) => ({
      name: a.name,
      keptAt: a.keptAt,
      revision: a.revision,
      plan: planIn(a.plan),
      deletedAt: a.deletedAt,
    })),
  };
}

function entryOf(entity: EditEntity): MachineArchive['history'][number] | undefined {
  try {
    return { ...toHistoryEntry(entity), at: entity.at };
  } catch (error) {
    if (isDamage(error)) return undefined;
    throw error;
  }
}

/** Where a machine is put: under which id and name, and since when it is deleted. */
export interface PutAs {
  readonly id?: string;
  readonly name?: string;
  readonly deletedAt?: string | null;
}

/**
 * Puts a machine in that was given.
 * @returns its id
 * @throws ProblemException 409 where there is no room for it
 */
export async function insertRows(
  manager: EntityManager,
  { machine, surveys, edits, alternatives }: MachineRows,
  { id = randomUUID(), name = machine.name, deletedAt = null }: PutAs = {},
): Promise<string> {
  if (deletedAt === null) await refuseFullBench(manager);
  await manager.insert(MachineEntity, { ...machine, id, name, deletedAt, overview: null });
  for (const survey of surveys) await manager.insert(SurveyEntity, { ...survey, machineId: id });
  insertEdits(
    manager,
    edits.map((edit) => ({ ...edit, machineId: id })),
  );
  await insertAlternatives(manager, id, alternatives);
  return id;
}

/** Ids of readings that are taken on this bench, each with another to stand for it. */
export async function renamedIds(manager: EntityManager, ids: readonly string[]): Promise<Renamed> {
  const taken = await manager.find(SurveyEntity, { where: { id: In([...ids]) }, select: { id: true } });
  return Object.fromEntries(taken.map(({ id }) => [id, randomUUID()]));
}

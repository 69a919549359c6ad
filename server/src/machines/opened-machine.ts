import { noted, type AsideTold, type Digest, type HistoryEntry, type OpenedMachine } from '@rhizotome/core';
import { LessThan, type EntityManager } from 'typeorm';
import { ProblemException } from '../http/problem.js';
import { AsideEntity, EditEntity } from '../storage/entities.js';
import { goesBy, type PointInHistory } from './edit-store.js';
import { existingMachine, surveyUnder } from './machine-store.js';
import { planOf, toHistoryEntry } from './responses.js';

/** Edits that are sent at once for undo; older ones when they are asked for. */
const HISTORY_SENT = 500;

/** @param seen a point in its history that is asked about */
export async function opened(
  manager: EntityManager,
  id: string,
  seen?: PointInHistory,
): Promise<OpenedMachine> {
  const machine = await existingMachine(manager, id);
  const plan = planOf(machine);
  const survey = await surveyUnder(manager, id, plan);
  const { name, story, revision } = machine;
  const { history, torn } = await lately(manager, id, revision + 1);
  return {
    id,
    name,
    story,
    revision,
    digest: machine.digest as Digest,
    plan: noted(plan, survey),
    surveys: survey ? [survey] : [],
    history,
    follows: seen === undefined || (await goesBy(manager, machine, seen)),
    aside: [...(await asideOf(manager, id)), ...torn],
  };
}

/** The latest edits before a revision, in order; those before one that cannot be read cannot be undone. */
export async function historyBefore(
  manager: EntityManager,
  machineId: string,
  before: number,
): Promise<HistoryEntry[]> {
  return (await lately(manager, machineId, before)).history;
}

async function lately(
  manager: EntityManager,
  machineId: string,
  before: number,
): Promise<{ readonly history: HistoryEntry[]; readonly torn: readonly AsideTold[] }> {
  const entries = await manager.find(EditEntity, {
    where: { machineId, revision: LessThan(before) },
    order: { revision: 'DESC' },
    take: HISTORY_SENT,
  });
  const history: HistoryEntry[] = [];
  for (const entity of entries) {
    const entry = readable(entity);
    if (!entry) {
      const { at, revision } = entity;
      return { history: history.reverse(), torn: [{ at, why: 'edit-unreadable', revision, count: 1 }] };
    }
    history.push(entry);
  }
  return { history: history.reverse(), torn: [] };
}

function readable(entity: EditEntity): HistoryEntry | undefined {
  try {
    return toHistoryEntry(entity);
  } catch (error) {
    if (error instanceof ProblemException) return undefined;
    throw error;
  }
}

async function asideOf(manager: EntityManager, machineId: string): Promise<AsideTold[]> {
  const rows = await manager.find(AsideEntity, { where: { machineId }, order: { at: 'ASC' } });
  return rows.map(({ at, why, revision, count }) => ({ at, why: why as AsideTold['why'], revision, count }));
}

import { noted, type HistoryEntry, type OpenedMachine } from '@rhizotome/core';
import { LessThan, type EntityManager } from 'typeorm';
import { EditEntity } from '../storage/entities.js';
import { existingMachine, surveyUnder } from './machine-store.js';
import { planOf, toHistoryEntry } from './responses.js';

/** Edits that are sent at once for undo; older ones when they are asked for. */
const HISTORY_SENT = 500;

export async function opened(manager: EntityManager, id: string): Promise<OpenedMachine> {
  const machine = await existingMachine(manager, id);
  const plan = planOf(machine);
  const survey = await surveyUnder(manager, id, plan);
  const { name, story, revision } = machine;
  return {
    id,
    name,
    story,
    revision,
    plan: noted(plan, survey),
    surveys: survey ? [survey] : [],
    history: await historyBefore(manager, id, revision + 1),
  };
}

/** The latest edits before a revision, in order. */
export async function historyBefore(
  manager: EntityManager,
  machineId: string,
  before: number,
): Promise<HistoryEntry[]> {
  const entries = await manager.find(EditEntity, {
    where: { machineId, revision: LessThan(before) },
    order: { revision: 'DESC' },
    take: HISTORY_SENT,
  });
  return entries.reverse().map(toHistoryEntry);
}

import { recovered, type StoredRecord } from '@rhizotome/core';
import { In, IsNull, MoreThan, type EntityManager } from 'typeorm';
import { randomUUID } from 'node:crypto';
import { planText } from '../storage/documents.js';
import {
  AlternativeEntity,
  AsideEntity,
  EditEntity,
  SurveyEntity,
  type MachineEntity,
} from '../storage/entities.js';

/** A machine as it is kept, text by text. */
export async function recordOf(manager: EntityManager, machine: MachineEntity): Promise<StoredRecord> {
  const { id: machineId, revision, plan, beginning, digest } = machine;
  return {
    ...{ revision, plan, beginning, digest },
    edits: await manager.find(EditEntity, { where: { machineId }, order: { revision: 'ASC' } }),
    surveys: await manager.findBy(SurveyEntity, { machineId }),
    alternatives: await manager.findBy(AlternativeEntity, { machineId, deletedAt: IsNull() }),
  };
}

/**
 * Brings a machine whose plan cannot be read to its last good revision. What came after it is put aside, whole.
 * @returns whether it could be brought there
 */
export async function repair(manager: EntityManager, machine: MachineEntity): Promise<boolean> {
  const found = recovered(await recordOf(manager, machine));
  if (!found) return false;
  const { id: machineId, plan: torn } = machine;
  const { plan, revision, digest, setAside } = found;
  const after = { machineId, revision: MoreThan(revision) };
  const rows = { plan: torn, edits: await manager.findBy(EditEntity, after) };
  await manager.insert(AsideEntity, {
    id: randomUUID(),
    machineId,
    at: new Date().toISOString(),
    why: 'plan-unreadable',
    revision: revision + 1,
    count: setAside.length,
    rows: JSON.stringify(rows),
  });
  await manager.delete(EditEntity, { machineId, revision: In(setAside.map((edit) => edit.revision)) });
  const good = { plan: planText(plan), revision, digest };
  await manager.update('machine', { id: machineId }, { ...good, overview: null });
  return true;
}

import { recovered, type StoredRecord } from '@rhizotome/core';
import { In, IsNull, type EntityManager } from 'typeorm';
import { randomUUID } from 'node:crypto';
import { planText } from '../storage/documents.js';
import { sumOf } from '../storage/sums.js';
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
  const { id: machineId } = machine;
  const { plan, revision, digest, setAside } = found;
  const rows = await asTheyStand(manager, machineId, revision);
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
  const text = planText(plan);
  const good = { plan: text, sum: sumOf(text), revision, digest };
  await manager.update('machine', { id: machineId }, { ...good, overview: null });
  return true;
}

/** Past every reader: what is put aside is kept as it was found. */
async function asTheyStand(manager: EntityManager, machineId: string, revision: number) {
  const [machine] = await manager.query<{ plan: unknown }[]>('SELECT plan FROM machine WHERE id = ?', [
    machineId,
  ]);
  const edits = await manager.query<object[]>('SELECT * FROM edit WHERE "machineId" = ? AND revision > ?', [
    machineId,
    revision,
  ]);
  return { plan: machine?.plan, edits };
}

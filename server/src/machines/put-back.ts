import { randomUUID } from 'node:crypto';
import { parseJson, same, type Restored } from '@rhizotome/core';
import { DEMO_NAMES } from '@rhizotome/demo';
import type { EntityManager } from 'typeorm';
import type { KeptMachine } from '../cell/questions.js';
import { AlternativeEntity, MachineEntity } from '../storage/entities.js';
import { insertRows, type PutAs } from './archive.js';
import { demoIdentity } from './demo-identity.js';
import type { MachineRows } from './rows.js';

/** Where a machine of a backup goes. */
export interface PutWhere {
  readonly as: Exclude<keyof Restored, 'left' | 'full'>;
  /** Under which name, as it is told. */
  readonly name: string;
  /** `null`: nothing is put anywhere. */
  readonly put: PutAs | null;
  /** A machine that makes way for it: an earlier state of the same. */
  readonly instead: string | null;
  /** It is there, and only has to come back from what was deleted. */
  readonly undelete: boolean;
}

/**
 * Where one machine of a backup goes on the bench. A machine that is there is never written over: one that has not gone
 * on from where the backup did is taken on to it, beside any other it is put under another name.
 */
export async function whereItGoes(manager: EntityManager, kept: KeptMachine): Promise<PutWhere> {
  const { id, name, deletedAt, given } = kept;
  const nothing = { name, put: null, instead: null, undelete: false };
  if (!given) return { ...nothing, as: 'damaged' };
  const present = await manager.findOneBy(MachineEntity, { id });
  if (!present) {
    const demo = await untouchedDemo(manager, kept);
    return demo
      ? { ...nothing, as: 'renewed', put: { id, deletedAt }, instead: demo.id }
      : { ...nothing, as: deletedAt === null ? 'added' : 'deleted', put: { id, deletedAt } };
  }
  if (present.digest === kept.digest && isSamePlan(present.plan, kept.plan)) {
    if (present.deletedAt === null || deletedAt !== null) return { ...nothing, as: 'same' };
    return { ...nothing, as: 'added', undelete: true };
  }
  if (isBefore(present, kept) && (await hasAlternativesOf(manager, present, kept)))
    return { ...nothing, as: 'renewed', put: { id, deletedAt }, instead: id };
  if (present.deletedAt !== null)
    return {
      ...nothing,
      as: deletedAt === null ? 'added' : 'deleted',
      put: { id: randomUUID(), deletedAt },
    };
  const beside = `${name}, from the backup`.slice(0, 80);
  return {
    ...nothing,
    as: 'beside',
    name: beside,
    put: { id: randomUUID(), name: beside, deletedAt },
  };
}

/** @throws ProblemException 409 where there is no room for it; nothing of it is done then */
export async function putWhere(
  manager: EntityManager,
  { id }: KeptMachine,
  { put, instead, undelete }: PutWhere,
  rows: MachineRows | null,
): Promise<void> {
  if (undelete) await manager.update(MachineEntity, { id }, { deletedAt: null });
  if (instead !== null) await manager.delete(MachineEntity, { id: instead });
  if (put && rows) await insertRows(manager, rows, put);
}

/** What was put in from elsewhere says the same in another order of its fields. */
function isSamePlan(one: string, other: string): boolean {
  if (one === other) return true;
  try {
    return same(parseJson(one), parseJson(other));
  } catch {
    return false;
  }
}

/** Whether every alternative to a plan that is there is in the backup too. */
async function hasAlternativesOf(
  manager: EntityManager,
  { id }: MachineEntity,
  { given }: KeptMachine,
): Promise<boolean> {
  const there = await manager.findBy(AlternativeEntity, { machineId: id });
  return there.every((one) =>
    given?.alternatives.some((kept) => kept.keptAt === one.keptAt && kept.name === one.name),
  );
}

/** Whether the history of a machine that is there is the beginning of that in the backup. */
function isBefore(present: MachineEntity, { revision, beginning, digests }: KeptMachine): boolean {
  if (present.revision >= revision) return false;
  return present.revision === 0
    ? present.beginning !== null && present.beginning === beginning
    : digests[present.revision - 1] === present.digest;
}

/** The demo machine of that name, as it was put on this bench: an earlier version gave each its own identity. */
async function untouchedDemo(
  manager: EntityManager,
  { name, story }: KeptMachine,
): Promise<MachineEntity | null> {
  const demo = DEMO_NAMES.find((known) => known === name);
  if (!demo) return null;
  return manager.findOneBy(MachineEntity, { ...{ id: demoIdentity(demo).id, name, story }, revision: 0 });
}

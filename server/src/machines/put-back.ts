import { randomUUID } from 'node:crypto';
import { readMachineArchive, type GivenArchive, type Restored } from '@rhizotome/core';
import { DEMO_NAMES } from '@rhizotome/demo';
import type { EntityManager } from 'typeorm';
import { isDamage } from '../storage/documents.js';
import { AlternativeEntity, EditEntity, MachineEntity } from '../storage/entities.js';
import { archiveOf, insertArchive, type PutAs } from './archive.js';
import { demoIdentity } from './demo-identity.js';
import { repair } from './stored-record.js';

/** A machine as a backup has it. */
export interface KeptMachine {
  readonly machine: MachineEntity;
  /** `null` where it cannot be read. */
  readonly given: GivenArchive | null;
  /** What its history had come to, revision by revision from the beginning. */
  readonly digests: readonly string[];
}

export async function keptMachine(backup: EntityManager, id: string): Promise<KeptMachine> {
  const machine = await backup.findOneByOrFail(MachineEntity, { id });
  const edits = await backup.find(EditEntity, {
    where: { machineId: id },
    order: { revision: 'ASC' },
    select: { machineId: true, revision: true, digest: true },
  });
  return { machine, given: await given(backup, machine), digests: edits.map(({ digest }) => digest) };
}

/** What a backup has of a machine passes the same gate as a file, after what is damaged in it was put right there. */
async function given(backup: EntityManager, machine: MachineEntity): Promise<GivenArchive | null> {
  try {
    const read = readMachineArchive(await archiveOf(backup, machine));
    return read.ok ? read.value : null;
  } catch (error) {
    if (!isDamage(error)) throw error;
    if (!(await repair(backup, machine))) return null;
    return given(backup, await backup.findOneByOrFail(MachineEntity, { id: machine.id }));
  }
}

/** Where a machine of a backup was put, and under which name. */
export interface PutBack {
  readonly as: Exclude<keyof Restored, 'left' | 'full'>;
  readonly name: string;
}

/**
 * Puts one machine of a backup on the bench. A machine that is there is never written over: one that has not gone on
 * from where the backup did is taken on to it, beside any other it is put under another name.
 * @throws ProblemException 409 where there is no room for it; nothing of it is done then
 */
export async function putBack(manager: EntityManager, kept: KeptMachine): Promise<PutBack> {
  const { machine, given } = kept;
  const { id, name, deletedAt } = machine;
  if (!given) return { as: 'damaged', name };
  const put = async (as: PutBack['as'], how: PutAs): Promise<PutBack> => {
    await insertArchive(manager, given.archive, { deletedAt, ...how });
    return { as, name: how.name ?? name };
  };
  const present = await manager.findOneBy(MachineEntity, { id });
  if (!present) {
    const demo = await untouchedDemo(manager, machine);
    if (demo) await manager.delete(MachineEntity, { id: demo.id });
    return put(demo ? 'renewed' : 'added', { id });
  }
  if (present.digest === machine.digest && present.plan === machine.plan) {
    if (present.deletedAt === null || deletedAt !== null) return { as: 'same', name };
    await manager.update(MachineEntity, { id }, { deletedAt: null });
    return { as: 'added', name };
  }
  if (isBefore(present, kept) && (await hasAlternativesOf(manager, present, given))) {
    await manager.delete(MachineEntity, { id });
    return put('renewed', { id });
  }
  if (present.deletedAt !== null) return put('added', { id: randomUUID() });
  return put('beside', { id: randomUUID(), name: `${name}, from the backup`.slice(0, 80) });
}

/** Whether every alternative to a plan that is there is in the backup too. */
async function hasAlternativesOf(
  manager: EntityManager,
  { id }: MachineEntity,
  { archive }: GivenArchive,
): Promise<boolean> {
  const there = await manager.findBy(AlternativeEntity, { machineId: id });
  return there.every((one) =>
    archive.alternatives.some((kept) => kept.keptAt === one.keptAt && kept.name === one.name),
  );
}

/** Whether the history of a machine that is there is the beginning of that in the backup. */
function isBefore(present: MachineEntity, { machine, digests }: KeptMachine): boolean {
  if (present.revision >= machine.revision) return false;
  return present.revision === 0
    ? present.beginning !== null && present.beginning === machine.beginning
    : digests[present.revision - 1] === present.digest;
}

/** The demo machine of that name, as it was put on this bench: an earlier version gave each its own identity. */
async function untouchedDemo(
  manager: EntityManager,
  { name, story }: MachineEntity,
): Promise<MachineEntity | null> {
  const demo = DEMO_NAMES.find((known) => known === name);
  if (!demo) return null;
  return manager.findOneBy(MachineEntity, { ...{ id: demoIdentity(demo).id, name, story }, revision: 0 });
}

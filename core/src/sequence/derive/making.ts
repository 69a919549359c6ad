import { ability } from '../../ability/index.js';
import { overlap } from '../../layout/index.js';
import { endOf, sizedAs, type PlannedPartition } from '../../plan/index.js';
import { MIB, sectors } from '../../quantity/index.js';
import { hasOwnVolumes, isArriving, type PartMaker, type System, type SystemId } from '../../system/index.js';
import { VOLUME_TRAITS } from '../../volume/index.js';
import { LIVE, type Environment } from '../step.js';
import { ownTool, type Situation } from './situation.js';

/** Where a new partition is listed, and where and by whom it is formatted. */
export interface Making {
  readonly create: Environment;
  /** Of a format that is a step of its own; `null` where it is formatted as it is created, or by a setup. */
  readonly format: Environment | null;
  /** Who formats it later; `null` where it is formatted as it is created. */
  readonly formattedBy: SystemId | null;
}

/**
 * Who makes a new partition best. A placeholder is made by the system that is there; content that a live session cannot
 * make is made by its own system; what one arriving system has for itself is made by its installer, where that was
 * chosen; everything else in a live session.
 */
export function makingOf(situation: Situation, p: PlannedPartition): Making {
  const setup = setupOf(situation, p);
  if (p.placeholder) return placeholder(situation, p);
  if (setup) return { create: beforeSetup(situation, p), format: null, formattedBy: setup.id };
  const own = ownMaker(situation, p);
  if (own) return madeByItsOwn(situation, p, own);
  const installer = installerFor(situation, p);
  return installer && makerOf(p, installer) === 'installer' ? inInstaller(installer) : inLive;
}

/** Who is to make it: as it was chosen for the partition, else for its system. */
export const makerOf = (
  { maker = 'as-system' }: PlannedPartition,
  { parts }: System,
): PartMaker | undefined => (maker === 'as-system' ? parts : maker);

const inLive: Making = { create: LIVE, format: null, formattedBy: null };

const inInstaller = ({ id }: System): Making => ({
  create: { kind: 'installer', system: id },
  format: null,
  formattedBy: null,
});

/**
 * The arriving system whose installer can make it: it is its alone, begins where the partition before it ends, since
 * an installer asks for a size and not for a place, and no setup is given free room that it has to be in the way of.
 */
export function installerFor(situation: Situation, p: PlannedPartition): System | undefined {
  const [only, another] = p.owners;
  const system = another === undefined ? situation.arriving.find((s) => s.id === only) : undefined;
  if (!system || system.ownSetup || !hasOwnVolumes(system) || p.placeholder) return undefined;
  if (givesRoomAway(situation) || !beginsAtOnce(situation, p)) return undefined;
  if (ability('installer', 'create', sizedAs(p)) !== 'yes') return undefined;
  // What stands before it is there by then: it was found, is made before, or by the same installer.
  const before = partBefore(situation, p);
  const other = before && isNew(before) ? installerFor(situation, before) : undefined;
  return other && other !== system ? undefined : system;
}

/** Whether a setup is given free room, and no partition: it would take what others shall have. */
function givesRoomAway({ plan, arriving }: Situation): boolean {
  return arriving.some(
    (s) =>
      s.ownSetup &&
      hasOwnVolumes(s) &&
      !plan.partitions.some((p) => p.role === 'system' && p.owners.includes(s.id)),
  );
}

/** A MiB is lost to alignment at the most, and two to the record of a logical. */
const SLACK_BYTES = 2 * MIB;

/** The partition of the plan that ends where it begins, or before that. */
const partBefore = ({ plan }: Situation, p: PlannedPartition): PlannedPartition | undefined =>
  plan.partitions.findLast((q) => q.start < p.start);

const isNew = ({ from }: PlannedPartition): boolean => from === null;

function beginsAtOnce(situation: Situation, p: PlannedPartition): boolean {
  const before = partBefore(situation, p);
  const free = p.start - (before ? endOf(before) : 0);
  return free * situation.survey.disk.sectorBytes <= SLACK_BYTES;
}

/**
 * In whatever file system a system that is there makes, which asks for a size and for no place: it begins at once, or is made in a
 * live session. The installer of its owner formats it.
 */
function placeholder(situation: Situation, p: PlannedPartition): Making {
  const found = situation.plan.systems.filter((s) => s.origin === 'found' && s.change === undefined);
  const [maker] = found
    .filter((s) => hasOwnVolumes(s) && isFreeFor(situation, p, s))
    .sort((a, b) => Number(b.family === 'windows') - Number(a.family === 'windows'));
  return {
    create: maker ? { kind: 'running', system: maker.id } : LIVE,
    format: formatPlace(situation, p),
    formattedBy: null,
  };
}

/** By the Windows that is there, which can leave it empty; else in a live session. */
function beforeSetup(situation: Situation, p: PlannedPartition): Environment {
  const there = situation.staying.find((s) => s.family === 'windows' && !isArriving(s) && hasOwnVolumes(s));
  return there && isFreeFor(situation, p, there) ? { kind: 'running', system: there.id } : LIVE;
}

/** The setup that formats it as its system volume. */
export const setupOf = ({ arriving }: Situation, { role, owners }: PlannedPartition): System | undefined =>
  role === 'system' && owners.length === 1
    ? arriving.find((s) => s.id === owners[0] && s.ownSetup && s.family === 'windows')
    : undefined;

/** A system on the disk whose own tool makes content that no live session makes well. */
function ownMaker({ staying }: Situation, { fileSystem }: PlannedPartition): System | undefined {
  const family = VOLUME_TRAITS[fileSystem].ownTool;
  if (!family || ability('live', 'format', fileSystem) === 'yes') return undefined;
  const able = staying.filter((s) => s.family === family && hasOwnVolumes(s));
  return able.find((s) => !isArriving(s)) ?? able[0];
}

function madeByItsOwn(situation: Situation, p: PlannedPartition, own: System): Making {
  if (!isArriving(own)) {
    const running: Environment = { kind: 'running', system: own.id };
    if (isFreeFor(situation, p, own)) return { create: running, format: null, formattedBy: null };
    return { create: LIVE, format: running, formattedBy: own.id };
  }
  if (own.ownSetup)
    return { create: LIVE, format: { kind: 'first-start', system: own.id }, formattedBy: own.id };
  if (installerFor(situation, p) === own && makerOf(p, own) !== 'prepared') return inInstaller(own);
  return { create: LIVE, format: { kind: 'installer', system: own.id }, formattedBy: own.id };
}

/** Whether its place is free once the system itself has made its own volumes smaller, and begins right behind one. */
function isFreeFor(situation: Situation, p: PlannedPartition, own: System): boolean {
  const { plan, fates } = situation;
  if (plan.target.table !== 'keep' || p.logical || !beginsAtOnce(situation, p)) return false;
  const before = partBefore(situation, p);
  if (before && isNew(before)) {
    const { create } = makingOf(situation, before);
    if (create.kind !== 'running' || create.system !== own.id) return false;
  }
  const reach = { start: sectors(Math.max(0, p.start - 1)), length: sectors(p.length + 1) };
  return fates
    .filter(({ found }) => overlap(found, reach))
    .every(
      ({ kind, travels, planned }) =>
        planned &&
        !travels &&
        (kind === 'untouched' || kind === 'shrunk') &&
        (kind === 'untouched' || ownTool(situation, planned) === own),
    );
}

/** In the installer of the one arriving system that owns it; what is shared is formatted before the first of them. */
export function formatPlace({ arriving }: Situation, p: PlannedPartition): Environment {
  const [only, another] = p.owners;
  const system = another === undefined ? arriving.find((s) => s.id === only) : undefined;
  return system && !system.ownSetup ? { kind: 'installer', system: system.id } : LIVE;
}

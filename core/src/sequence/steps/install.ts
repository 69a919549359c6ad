import { arrived } from '../../safety/index.js';
import { bootsFirst } from '../../start/index.js';
import { systemOf, type Plan } from '../../plan/index.js';
import { setupRooms } from '../../rooms/index.js';
import { minutes } from '../by-hand.js';
import { LIVE, step, type Environment, type Range, type StepOf, spanOf, type AnyStep } from '../step.js';
import { isArriving, type Family, type System, type SystemId } from '../../system/index.js';
import type { Situation } from '../derive/situation.js';
import type { Kind } from './kind.js';
import { firstUnhibernations } from './unhibernate.js';

/** An arriving system is installed. */
export type Install = StepOf<'install', { system: SystemId }>;

/** Rules of thumb. */
const INSTALLING: Readonly<Record<Family, Range>> = {
  linux: minutes(10, 40),
  windows: minutes(20, 60),
  macos: minutes(30, 90),
  bsd: minutes(10, 40),
};

export const install = {
  kind: 'install',
  holds: (planned, now, { system }) =>
    planned.role === 'system' && planned.treatment === 'format' && planned.owners.join() === system
      ? planned
      : now,
  // What an installer did is taken back from outside of it.
  back: { turned: () => ({ environment: LIVE, writes: [] }) },
  room: null,
  conversion: null,
  table: null,
  write: null,
  line: 'look',
  byHand({ plan }, { system }) {
    const { menu, family = 'linux' } = systemOf(plan, system) ?? {};
    return menu ? minutes(5, 20) : INSTALLING[family];
  },
  asks: null,
  withoutLive: null,
  boots: (boot, { system }, planned) => bootsFirst(boot, system, planned),
  safety: (safety, { system }, planned) => arrived(safety, system, planned),
} satisfies Kind<Install>;

/** Which comes first: a file goes into a volume that is there, and what a menu of its own lists has to be there. */
const turnOf = ({ family, menu, host }: System): number =>
  menu ? 3 : host ? 2 : family === 'windows' ? 0 : 1;

/** One system after the other, Windows first: it would put itself before what is there. */
export function installs(
  situation: Situation,
  disk: readonly AnyStep[],
  before: readonly string[],
): Install[] {
  const { plan, arriving } = situation;
  const asleep = new Map(firstUnhibernations(situation).map((s) => [s.system, s.id]));
  const windowsFirst = [...arriving].sort((a, b) => turnOf(a) - turnOf(b));
  const formatted = (system: SystemId) =>
    plan.partitions.filter((p) => p.owners.includes(system) && p.treatment === 'format');
  const rooms = setupRooms(situation);
  return windowsFirst.map((system, i) => {
    const { id } = system;
    const previous = windowsFirst[i - 1];
    return step('install', id, placeOf(plan, system), {
      system: id,
      needs: [
        ...before,
        ...disk.filter((s) => isBefore(windowsFirst.slice(i), id, s)).map((s) => s.id),
        ...(previous ? [`install:${previous.id}`] : []),
        // What it shares with the one before must not be held by that one asleep.
        ...(previous ? [asleep.get(previous.id) ?? []].flat() : []),
      ],
      // What a setup is given it writes over, whatever it makes there.
      writes: [...formatted(id), ...rooms.filter((room) => room.system === id)].map(spanOf),
      undo: 'yes',
    });
  });
}

/**
 * Whether a step on the disk is done before a system is installed: not what other installers do, nor what is done in a system
 * that comes later. What the installer formats itself is part of installing.
 */
function isBefore(later: readonly System[], system: SystemId, { kind, environment }: AnyStep): boolean {
  if (environment.kind === 'installer') return environment.system === system && kind !== 'format';
  return environment.kind !== 'first-start' || !later.some((s) => s.id === environment.system);
}

/** In its own installer; of one that is held as a file, in the system whose volume holds it. */
function placeOf(plan: Plan, system: System): Environment {
  const volume = plan.partitions.find((p) => p.id === system.host?.partition);
  const host = plan.systems.find((s) => volume?.owners.includes(s.id) && s.id !== system.id);
  if (system.menu) return LIVE;
  if (!system.host || !host) return { kind: 'installer', system: system.id };
  return isArriving(host) ? { kind: 'first-start', system: host.id } : { kind: 'running', system: host.id };
}

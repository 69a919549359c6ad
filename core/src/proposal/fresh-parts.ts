import type { Planned } from '../plan/index.js';
import { alignUp, GIB, MIB, sectors, sectorsToHold, type Sectors } from '../quantity/index.js';
import { advisedSwapBytes, bootSize, LEAST_HOME_BYTES, swapRules, windowsRoom } from '../sizing/index.js';
import { USUAL_SYSTEM_WISH, holdingOf, type Amount, type System } from '../system/index.js';
import type { Role } from '../table/index.js';
import type { FreshPart } from './places/problem.js';

/** A part that is made for a system; `role` `null`: room that is left free for its setup. */
export interface NewPart extends FreshPart {
  readonly role: Role | null;
  readonly owners: readonly System[];
}

/** Swap that nobody asked for takes no more of a disk than this. Rule of thumb. */
const MOST_SWAP_SHARE = 0.1;

/** A part with its sizes in bytes. */
interface Sized extends Pick<NewPart, 'role' | 'owners'> {
  readonly least: number;
  readonly wished: number;
  readonly turn: number;
  readonly takesRest: boolean;
}

/**
 * What is made for a system, in disk order: what it starts from, its root, a home where one is wished, swap. A system whose
 * setup makes its own partitions is given room. `freeBytes`: what is free on the disk or can be freed.
 */
export function newPartsFor(planned: Planned, system: System, freeBytes: number): NewPart[] {
  const { survey, plan } = planned;
  const { sectorBytes } = survey.disk;
  const step = MIB / sectorBytes;
  const length = (size: number): Sectors =>
    sectors(Math.max(step, alignUp(sectorsToHold(size, sectorBytes), step)));
  // On an MBR each may become a logical, which takes a MiB for its record.
  const lead = plan.target.style === 'mbr' ? step : 0;
  return sizedParts(planned, system, freeBytes).map((part, i) => ({
    id: `${system.id}/${part.role ?? 'room'}/${i}`,
    role: part.role,
    owners: part.owners,
    least: length(Math.min(part.least, part.wished)),
    wished: length(part.wished),
    lead,
    turn: part.turn,
    takesRest: part.takesRest,
    group: system.id,
  }));
}

function sizedParts({ plan, survey }: Planned, system: System, freeBytes: number): Sized[] {
  const wish = system.wish ?? USUAL_SYSTEM_WISH;
  const wished = typeof wish.size === 'string' ? system[`${wish.size}Bytes`] : inBytes(wish.size, freeBytes);
  const least = Math.min(system.leastBytes, wished);
  const owners = [system];
  if (system.ownSetup) {
    const hasEfi = plan.partitions.some((p) => p.role === 'efi');
    const room = (size: number): number => windowsRoom(size, hasEfi).bytes;
    return [{ role: null, owners, least: room(least), wished: room(wished), turn: 0, takesRest: false }];
  }
  const fixed = (role: Role, size: number): Sized[] =>
    size > 0 ? [{ role, owners, least: size, wished: size, turn: 0, takesRest: false }] : [];
  const boot = system.needsBoot ? bootSize(holdingOf(system)).bytes : 0;
  const swap = swapBytes(system, plan.machine.ramBytes, survey.disk.sizeSectors * survey.disk.sectorBytes);
  const rest = freeBytes - boot - swap - wished - SPARE_BYTES;
  const home =
    wish.home === 'on-root' ? 0 : Math.min(inBytes(wish.home, freeBytes), Math.max(LEAST_HOME_BYTES, rest));
  return [
    ...fixed('boot', boot),
    {
      role: system.family === 'macos' ? 'system' : 'root',
      owners,
      least,
      wished,
      turn: 0,
      takesRest: home === 0,
    },
    ...(home > 0
      ? [{ role: 'home', owners, least: LEAST_HOME_BYTES, wished: home, turn: 1, takesRest: true } as const]
      : []),
    ...fixed('swap', swap),
  ];
}

/** For alignment, and an EFI system partition. */
const SPARE_BYTES = 1040 * MIB;

const inBytes = (amount: Amount, freeBytes: number): number =>
  'bytes' in amount ? amount.bytes : amount.share * freeBytes;

function swapBytes(system: System, ram: number | null, diskBytes: number): number {
  const { swap: rule } = system.wish ?? USUAL_SYSTEM_WISH;
  if (rule !== 'advised') return swapRules(ram ?? 0).find((r) => r.id === rule)!.bytes;
  const most = Math.max(GIB, Math.floor((diskBytes * MOST_SWAP_SHARE) / GIB) * GIB);
  return Math.min(advisedSwapBytes(system, ram), most);
}

import { sizeOf } from '../layout/index.js';
import type { Planned } from '../plan/index.js';
import { setupRooms } from './setup-rooms.js';
import { bytes, type Bytes } from '../quantity/index.js';
import type { System } from '../system/index.js';

/** How what a system is given stands to what it asks for. `nothing`: it has no place yet. */
export type SizeFit = 'nothing' | 'too-small' | 'least' | 'comfortable' | 'generous';

/** What a plan gives a system, in bytes. */
export interface RoomGiven {
  /** Its root or system volume, the file that it lives in, or the free space that its setup is given: its needs are measured by this. */
  readonly systemBytes: Bytes;
  /** Other partitions that are its alone: home, swap, data. */
  readonly otherBytes: Bytes;
  /** Partitions that it shares with others. */
  readonly sharedBytes: Bytes;
  readonly fit: SizeFit;
}

/** What a system is given, and how that fits its least, comfortable and generous sizes. */
export function roomGiven(planned: Planned, system: System): RoomGiven {
  const { plan, survey } = planned;
  const own = plan.partitions.filter((p) => p.owners.includes(system.id));
  const sum = (list: typeof own) => bytes(list.reduce((all, p) => all + sizeOf(p, survey), 0));
  const alone = own.filter((p) => p.owners.length === 1);
  const isSystem = (p: (typeof own)[number]) => p.role === 'root' || p.role === 'system';
  const room = setupRooms(planned).find((r) => r.system === system.id);
  const systemBytes = system.host
    ? bytes(system.host.bytes)
    : bytes(sum(own.filter(isSystem)) + (room?.length ?? 0) * survey.disk.sectorBytes);
  return {
    systemBytes,
    otherBytes: sum(alone.filter((p) => !isSystem(p))),
    sharedBytes: sum(own.filter((p) => p.owners.length > 1 && !isSystem(p))),
    fit: sizeFit(system, systemBytes),
  };
}

function sizeFit(system: System, size: number): SizeFit {
  if (size === 0) return 'nothing';
  if (size < system.leastBytes) return 'too-small';
  if (size < system.comfortableBytes) return 'least';
  return size < system.generousBytes ? 'comfortable' : 'generous';
}

import { message, type Phrase } from '../../words/index.js';
import { resizeTo } from '../../compose/index.js';
import { largestGap } from '../../layout/index.js';
import { givers } from '../../packing/index.js';
import { floorOf, partitionTitle, type Planned, type PlannedPartition } from '../../plan/index.js';
import { setupRooms, takesRoom, type SetupRoom } from '../../rooms/index.js';
import { GIB } from '../../quantity/index.js';
import type { System } from '../../system/index.js';
import { newSystems, bytesOfPart, ownedBy } from '../context.js';
import type { Remedy } from '../finding.js';
import { inBytes, fact, type Rule } from '../rule.js';

export const noRoom: Rule = {
  id: 'no-room',
  level: 'blocker',
  check: (planned) => {
    const largest = largestBytes(planned);
    const rooms = setupRooms(planned);
    return newSystems(planned)
      .filter((system) => ownedBy(planned, system).every((p) => p.role !== 'root' && p.role !== 'system'))
      .map((system) => ({ system, needed: neededBy(system), has: roomOf(planned, rooms, system, largest) }))
      .filter(({ needed, has }) => has < needed)
      .map(({ system, needed, has }) => ({
        of: system.id,
        says: message('finding.no-room', {
          system: system.name,
          bytes: needed,
          advice: adviceFor(planned, system),
        }),
        evidence: [fact('minimum', inBytes(needed)), fact('largest-gap', inBytes(has))],
        systems: [system.id],
        remedies: [
          ...moreRoom(system, largest),
          ...givers(planned).flatMap(({ partition, target, frees }) => {
            const wanted = Math.ceil((Math.max(system.comfortableBytes, needed) - has) / GIB) * GIB;
            const freed = Math.min(frees, wanted);
            if (freed + has < needed) return [];
            const size = Math.max(target, bytesOfPart(planned, partition) - freed);
            return [
              {
                title: message('remedy.shrink', { volume: partitionTitle(partition), bytes: size }),
                edit: resizeTo(planned, partition, size),
              },
            ];
          }),
        ],
      }));
  },
};

/** The least it can be installed in, or what it is told to take. */
const neededBy = ({ leastBytes, room = 0 }: System): number => Math.max(leastBytes, room);

/** A room has one taker: what the setups before leave of free space; for one that takes none, the largest free space. */
function roomOf(planned: Planned, rooms: readonly SetupRoom[], system: System, largest: number): number {
  if (!takesRoom(system, planned.plan.partitions)) return largest;
  const room = rooms.find((one) => one.system === system.id);
  return room ? bytesOfPart(planned, room) : 0;
}

/** Where it is told to take less than it needs, and there is more. */
function moreRoom({ id, room, leastBytes }: System, largest: number): Remedy[] {
  if (room === undefined || room >= leastBytes || largest < leastBytes) return [];
  return [
    {
      title: message('remedy.set-size', { bytes: leastBytes }),
      edit: { kind: 'change-system', system: id, changes: { room: leastBytes } },
    },
  ];
}

function largestBytes(planned: Planned): number {
  const gap = largestGap(planned);
  return gap ? bytesOfPart(planned, gap.usable) : 0;
}

function adviceFor(planned: Planned, system: System): Phrase {
  const [best] = givers(planned);
  if (best) return message('advice.give', { volume: partitionTitle(best.partition), bytes: best.frees });
  const largest = planned.plan.partitions
    .filter((p) => p.from !== null && !floorOf(planned, p))
    .reduce<PlannedPartition | undefined>((a, b) => (!a || b.length > a.length ? b : a), undefined);
  return largest && bytesOfPart(planned, largest) > system.leastBytes
    ? message('advice.ask-used', { volume: partitionTitle(largest) })
    : message('advice.none');
}

import { message, type Phrase } from '../../words/index.js';
import {
  givers,
  type Planned,
  largestGap,
  floorOf,
  partitionTitle,
  resizeTo,
  type PlannedPartition,
} from '../../plan/index.js';
import { GIB } from '../../quantity/index.js';
import type { System } from '../../system/index.js';
import { newSystems, bytesOfPart, ownedBy } from '../context.js';
import { inBytes, fact, type Rule } from '../rule.js';

export const noRoom: Rule = {
  id: 'no-room',
  level: 'blocker',
  check: (planned) => {
    const gap = largestBytes(planned);
    return newSystems(planned)
      .filter((system) => ownedBy(planned, system).every((p) => p.role !== 'root' && p.role !== 'system'))
      .filter((system) => gap < system.leastBytes)
      .map((system) => ({
        of: system.id,
        says: message('finding.no-room', {
          system: system.name,
          bytes: system.leastBytes,
          advice: adviceFor(planned, system),
        }),
        evidence: [fact('minimum', inBytes(system.leastBytes)), fact('largest-gap', inBytes(gap))],
        systems: [system.id],
        remedies: givers(planned).flatMap(({ partition, target, frees }) => {
          const wanted = Math.ceil((system.comfortableBytes - gap) / GIB) * GIB;
          const freed = Math.min(frees, wanted);
          if (freed + gap < system.leastBytes) return [];
          const size = Math.max(target, bytesOfPart(planned, partition) - freed);
          return [
            {
              title: message('remedy.shrink', { volume: partitionTitle(partition), bytes: size }),
              edit: resizeTo(planned, partition, size),
            },
          ];
        }),
      }));
  },
};

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

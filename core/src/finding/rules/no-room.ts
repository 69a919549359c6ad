import { floorOf, partitionTitle, resizeTo, usedOf, type PlannedPartition } from '../../plan/index.js';
import { formatBoth, GIB } from '../../quantity/index.js';
import { advisedWindowsBytes } from '../../sizing/index.js';
import type { System } from '../../system/index.js';
import { VOLUME_TRAITS } from '../../volume/index.js';
import { bytesOfPart, ownedBy, type Context } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const noRoom: Rule = {
  id: 'no-room',
  level: 'blocker',
  basis: 'Least size of the system, as stated under Systems',
  check: (context) => {
    const gap = context.largestGap ? bytesOfPart(context, context.largestGap.usable) : 0;
    return context.newSystems
      .filter((system) => ownedBy(context, system).every((p) => p.role !== 'root' && p.role !== 'system'))
      .filter((system) => gap < system.leastBytes)
      .map((system) => ({
        of: system.id,
        title: `There is no room for ${system.name}`,
        why: `It needs at least ${formatBoth(system.leastBytes)} in one piece. ${adviceFor(context, system)}`,
        evidence: [fact('least', formatBoth(system.leastBytes)), fact('largest gap', formatBoth(gap))],
        systems: [system.id],
        remedies: givers(context).flatMap(({ partition, target, frees }) => {
          const wanted = Math.ceil((system.comfortableBytes - gap) / GIB) * GIB;
          const freed = Math.min(frees, wanted);
          if (freed + gap < system.leastBytes) return [];
          const size = Math.max(target, bytesOfPart(context, partition) - freed);
          return [
            {
              title: `Shrink “${partitionTitle(partition)}” to ${formatBoth(size)}`,
              edit: resizeTo(context, partition, size),
            },
          ];
        }),
      }));
  },
};

interface Giver {
  readonly partition: PlannedPartition;
  /** Bytes it should keep. */
  readonly target: number;
  readonly frees: number;
}

/** Kept volumes that could give room with the gap beside them, most first. Only where their floor is known. */
function givers(context: Context): Giver[] {
  return context.plan.partitions
    .flatMap((partition): Giver[] => {
      const floor = floorOf(context, partition);
      const kept = partition.from !== null && partition.treatment === 'keep';
      const canShrink = ['online', 'offline', 'own-system'].includes(
        VOLUME_TRAITS[partition.fileSystem].shrink,
      );
      if (!kept || !canShrink || !floor) return [];
      const used = usedOf(context, partition.from);
      const target = Math.max(floor.bytes, used ? advisedWindowsBytes(used.bytes) : 0);
      const frees = bytesOfPart(context, partition) - target;
      return frees > 0 ? [{ partition, target, frees }] : [];
    })
    .sort((a, b) => b.frees - a.frees);
}

function adviceFor(context: Context, system: System): string {
  const best = givers(context)[0];
  if (best)
    return `“${partitionTitle(best.partition)}” could give up ${formatBoth(best.frees)} and keep its advised size.`;
  const largest = context.plan.partitions
    .filter((p) => p.from !== null && !floorOf(context, p))
    .reduce<PlannedPartition | undefined>((a, b) => (!a || b.length > a.length ? b : a), undefined);
  return largest && bytesOfPart(context, largest) > system.leastBytes
    ? `It could come from “${partitionTitle(largest)}”: say under As found how much of it is used.`
    : 'Nothing on the disk can give so much; delete something, or use another disk.';
}

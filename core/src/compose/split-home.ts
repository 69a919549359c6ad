import { LEAST_HOME_BYTES } from '../sizing/index.js';
import { message } from '../words/index.js';
import { apply, type Edit } from '../edits/index.js';
import { plannedGaps, sizeOf } from '../layout/index.js';
import { endOf, partitionOf, type PlannedPartition, type Planned } from '../plan/index.js';
import { batch, singles } from './batch.js';
import { createInGap } from './create-in-gap.js';
import { resizeTo } from './size.js';

/**
 * A home from the end of a new root that holds the files too. Without `homeBytes` the root keeps what its system is comfortable
 * with, or half. `undefined` where one of both would be too small.
 */
export function splitHomeEdit(
  planned: Planned,
  root: PlannedPartition,
  homeBytes?: number,
): Edit | undefined {
  const { plan, survey } = planned;
  const [owner] = plan.systems.filter((s) => root.owners.includes(s.id));
  const hasHome = plan.partitions.some((p) => p.role === 'home' && owner && p.owners.includes(owner.id));
  if (root.role !== 'root' || root.from !== null || !owner || hasHome) return undefined;
  const size = sizeOf(root, survey);
  const kept = homeBytes === undefined ? Math.min(owner.comfortableBytes, size / 2) : size - homeBytes;
  const least = homeBytes === undefined ? 0 : owner.leastBytes;
  if (size - kept < (homeBytes === undefined ? LEAST_HOME_BYTES : 1) || kept < least) return undefined;
  const smaller = resizeTo(planned, root, kept);
  const result = apply(plan, smaller, () => survey);
  const after = result.ok ? { plan: result.plan, survey } : undefined;
  const end = after && partitionOf(after.plan, root.id);
  const gap = after && plannedGaps(after).find((g) => end !== undefined && g.start === endOf(end));
  const room = gap ? sizeOf(gap.usable, survey) : 0;
  const wish = { role: 'home', owners: [owner], size: homeBytes && Math.min(homeBytes, room) } as const;
  const home = after && gap && createInGap(after, gap, wish);
  return home && batch(message('edit.split-home'), [...singles(smaller), ...singles(home)]);
}

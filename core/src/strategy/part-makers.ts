import { apply } from '../edits/index.js';
import type { Planned } from '../plan/index.js';
import { procedureFor } from '../sequence/index.js';
import { hasOwnVolumes, isArriving, PART_MAKERS, type PartMaker, type System } from '../system/index.js';

/** What it costs to have a system's partitions made in one way. */
export interface PartMakerCost {
  readonly maker: PartMaker;
  /** Of the whole procedure; `null` where its steps have no order. */
  readonly restarts: number | null;
}

/** Whether there is a choice: it comes, on partitions of its own, and its installer lets one partition by hand. */
export const choosesPartMaker = (system: System): boolean =>
  isArriving(system) && !system.ownSetup && hasOwnVolumes(system);

/** The whole procedure with each way of making a system's own partitions. */
export function partMakerCosts({ plan, survey }: Planned, system: System): readonly PartMakerCost[] {
  return PART_MAKERS.flatMap((maker) => {
    const tried = apply(
      plan,
      { kind: 'change-system', system: system.id, changes: { parts: maker } },
      () => survey,
    );
    if (!tried.ok) return [];
    const { ordered, restarts } = procedureFor({ plan: tried.plan, survey });
    return [{ maker, restarts: ordered.ok ? restarts : null }];
  });
}

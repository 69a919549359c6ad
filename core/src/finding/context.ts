import {
  type Planned,
  fatesOf,
  largestGap,
  partitionTitle,
  type Fate,
  type GapPart,
  type PlannedPartition,
} from '../plan/index.js';
import { procedureFor, type Procedure } from '../sequence/index.js';
import { systemsAfter } from '../start/index.js';
import { isArriving, type System } from '../system/index.js';
import type { Role } from '../table/index.js';

/** A plan with its survey, and what most rules ask of them, worked out once. */
export interface Context extends Planned {
  readonly sectorBytes: number;
  readonly fates: readonly Fate[];
  readonly largestGap: GapPart | undefined;
  /** Systems that are to be installed, on partitions of their own. */
  readonly newSystems: readonly System[];
  /** The steps of the plan in order; worked out when first asked for. */
  readonly procedure: () => Procedure;
}

export function contextOf(planned: Planned): Context {
  const { plan, survey } = planned;
  let procedure: Procedure | undefined;
  return {
    plan,
    survey,
    sectorBytes: survey.disk.sectorBytes,
    fates: fatesOf(planned),
    largestGap: largestGap(planned),
    newSystems: plan.systems.filter((s) => isArriving(s) && !s.host),
    procedure: () => (procedure ??= procedureFor(planned)),
  };
}

export function bytesOfPart(context: Context, part: { readonly length: number }): number {
  return part.length * context.sectorBytes;
}

export function withRole(context: Context, role: Role): PlannedPartition[] {
  return context.plan.partitions.filter((p) => p.role === role);
}

export function ownedBy(context: Context, system: System, role?: Role): PlannedPartition[] {
  return context.plan.partitions.filter(
    (p) => p.owners.includes(system.id) && (role === undefined || p.role === role),
  );
}

export function titleOf(partition: PlannedPartition): string {
  return `“${partitionTitle(partition)}”`;
}

/** Systems that will be on the disk: found ones that keep their system volume or root, and those installed. */
export function systemsThatStay(context: Context): System[] {
  return systemsAfter(context.plan);
}

/** The fate of the surveyed partition that a planned one keeps. */
export function fateOf(context: Context, partition: PlannedPartition): Fate | undefined {
  return context.fates.find((fate) => fate.planned?.id === partition.id);
}

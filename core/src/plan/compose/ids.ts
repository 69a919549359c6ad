import type { Plan } from '../plan.js';

/** An id no partition of the plan has. */
export function freshPartitionId(plan: Plan): string {
  return `new-${
    1 +
    highest(
      plan.partitions.map((p) => p.id),
      /^new-(\d+)$/,
    )
  }`;
}

/** An id no system of the plan has. */
export function freshSystemId(plan: Plan): string {
  return `system-${
    1 +
    highest(
      plan.systems.map((s) => s.id),
      /^system-(\d+)$/,
    )
  }`;
}

function highest(ids: readonly string[], pattern: RegExp): number {
  return Math.max(0, ...ids.map((id) => Number(pattern.exec(id)?.[1] ?? 0)));
}

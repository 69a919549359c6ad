import type { Plan } from '../plan/index.js';

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

/** The name, or with a number behind it, so that no system of the plan is called the same. */
export function distinctSystemName(plan: Plan, name: string): string {
  const taken = new Set(plan.systems.map((s) => s.name));
  let candidate = name;
  for (let n = 2; taken.has(candidate); n++) candidate = `${name} ${n}`;
  return candidate;
}

import { startKey, type Step } from './step.js';

export type Ordered =
  | { readonly ok: true; readonly steps: readonly Step[] }
  /** Steps that wait for each other: no order exists. */
  | { readonly ok: false; readonly cycle: readonly string[] };

/**
 * An order that honours every need and changes the machine's state of start as seldom as it can be seen
 * to: among the steps that are ready, one in the present environment goes first, else the first derived.
 * Needs that name no step are ignored. Time is quadratic in the number of steps.
 */
export function orderSteps(steps: readonly Step[]): Ordered {
  const ids = new Set(steps.map((s) => s.id));
  const waiting = new Map(steps.map((s) => [s.id, new Set(s.needs.filter((id) => ids.has(id)))]));
  const left = [...steps];
  const ordered: Step[] = [];
  let present = '';
  while (left.length > 0) {
    const ready = left.filter((s) => waiting.get(s.id)!.size === 0);
    const next = ready.find((s) => startKey(s.environment) === present) ?? ready[0];
    if (!next) return { ok: false, cycle: left.map((s) => s.id) };
    present = startKey(next.environment);
    ordered.push({ ...next, needs: [...next.needs].filter((id) => ids.has(id)) });
    left.splice(left.indexOf(next), 1);
    for (const s of left) waiting.get(s.id)!.delete(next.id);
  }
  return { ok: true, steps: ordered };
}

import { same } from '../schema/index.js';
import type { Plan } from '../plan/index.js';
import { apply, type Edit } from './edit.js';
import type { Surveys } from './outcome.js';

/** An edit that was made, with what leads back over it. */
interface Made {
  readonly edit: Edit;
  readonly inverse: Edit;
}

/**
 * Whether edits give the same plan made before those that were made last, and after them. Where one is refused in
 * either order, or a reading is not known, they do not.
 */
export function commute(
  plan: Plan,
  last: readonly Made[],
  edits: readonly Edit[],
  surveys: Surveys,
): boolean {
  const back = last.map((made) => made.inverse).reverse();
  const before = all(plan, back, surveys);
  const first = before && all(before, edits, surveys);
  const earlier =
    first &&
    all(
      first,
      last.map((made) => made.edit),
      surveys,
    );
  const later = all(plan, edits, surveys);
  return earlier !== undefined && later !== undefined && same(earlier, later);
}

function all(plan: Plan, edits: readonly Edit[], surveys: Surveys): Plan | undefined {
  let next = plan;
  for (const edit of edits) {
    const result = apply(next, edit, surveys);
    if (!result.ok) return undefined;
    next = result.plan;
  }
  return next;
}

import { same } from '@rhizotome/core';

/**
 * The list `next`, with the objects of `before` in place of those that say the same: what did not change is not drawn
 * again. Objects are known by their ids.
 */
export function shared<T extends { readonly id: string }>(
  before: readonly T[] | undefined,
  next: readonly T[],
): readonly T[] {
  if (!before) return next;
  const known = new Map(before.map((item) => [item.id, item]));
  return next.map((item) => {
    const old = known.get(item.id);
    return old && same(old, item) ? old : item;
  });
}

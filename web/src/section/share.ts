/** Whether two values say the same: plain objects, lists and primitives. */
function same(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  const [of, to] = [a as Record<string, unknown>, b as Record<string, unknown>];
  const keys = Object.keys(of);
  return keys.length === Object.keys(to).length && keys.every((key) => same(of[key], to[key]));
}

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

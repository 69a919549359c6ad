/** Whether two values say the same: plain objects, lists and primitives. What is undefined counts as absent. */
export function same(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  const [one, other] = [a as Record<string, unknown>, b as Record<string, unknown>];
  const given = (of: Record<string, unknown>) => Object.keys(of).filter((key) => of[key] !== undefined);
  const keys = given(one);
  return keys.length === given(other).length && keys.every((key) => same(one[key], other[key]));
}

/** Whether two values say the same: plain values, lists and objects of them; a field that is `undefined` is one that is not there. */
export function same(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) && Array.isArray(b))
    return a.length === b.length && a.every((item, i) => same(item, b[i]));
  const [one, other] = [a as Record<string, unknown>, b as Record<string, unknown>];
  for (const key in one) if (!same(one[key], other[key])) return false;
  for (const key in other) if (other[key] !== undefined && one[key] === undefined) return false;
  return true;
}

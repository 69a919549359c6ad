/** A wish for a share of some room. Weights are relative; lengths in sectors. */
export interface Share {
  readonly weight: number;
  readonly least: number;
  /** Absent: as much as there is. */
  readonly most?: number | undefined;
}

/**
 * Shares `total` sectors out by weight, each share within its bounds and a whole multiple of `step`. What a bound gives
 * or takes goes to the others by their weights; what is left after rounding goes to the last that can still take it.
 * `undefined` where the least sizes together are more than there is. The sum is `total`, rounded down to whole steps,
 * unless every share is at its most.
 */
export function shareOut(total: number, shares: readonly Share[], step: number): number[] | undefined {
  const bounds = shares.map(({ least, most = Infinity }) => {
    const low = Math.ceil(least / step);
    return { low, high: Math.max(low, Number.isFinite(most) ? Math.floor(most / step) : Infinity) };
  });
  const steps = Math.floor(total / step);
  if (bounds.reduce((sum, b) => sum + b.low, 0) > steps) return undefined;
  const exact = balanced(
    steps,
    shares.map((s) => Math.max(0, s.weight)),
    bounds,
  );
  const lengths = exact.map(Math.floor);
  let left =
    Math.min(
      steps,
      bounds.reduce((sum, b) => sum + b.high, 0),
    ) - lengths.reduce((sum, n) => sum + n, 0);
  for (let i = lengths.length - 1; i >= 0 && left > 0; i--) {
    const takes = Math.min(left, bounds[i]!.high - lengths[i]!);
    lengths[i]! += takes;
    left -= takes;
  }
  return lengths.map((n) => n * step);
}

interface Bounds {
  readonly low: number;
  readonly high: number;
}

/**
 * Each share is `rate x weight` within its bounds; the rate at which they sum up to `total` is found by halving. Where
 * all weights are 0, all count the same.
 */
function balanced(total: number, weights: readonly number[], bounds: readonly Bounds[]): number[] {
  const equal = weights.every((w) => w === 0);
  const at = (rate: number) =>
    bounds.map(({ low, high }, i) => Math.min(high, Math.max(low, rate * (equal ? 1 : weights[i]!))));
  const sum = (rate: number) => at(rate).reduce((a, b) => a + b, 0);
  let [low, high] = [0, 1];
  while (sum(high) < total && high < 2 ** 60) high *= 2;
  for (let i = 0; i < 120 && low < high; i++) {
    const middle = (low + high) / 2;
    if (middle === low || middle === high) break;
    if (sum(middle) <= total) low = middle;
    else high = middle;
  }
  return at(low);
}

/** A stretch of the disk to be drawn: `[start, start + length)` in sectors, and the least height it may have in pixels. */
export interface Drawn {
  readonly start: number;
  readonly length: number;
  readonly leastPixels: number;
}

/** Maps sectors to pixels from the top of the core; increasing, the same for both cores. */
export interface DiskScale {
  readonly height: number;
  toPixel(sector: number): number;
  /** The inverse: the sector at this height, a whole one. */
  toSector(pixel: number): number;
  /** Whether the stretch is drawn taller than its share of the disk, by more than a pixel. */
  exaggerates(span: { readonly start: number; readonly length: number }): boolean;
}

/** Every sector the same height. */
export function trueScale(diskSectors: number, height: number): DiskScale {
  return {
    height,
    toPixel: (sector) => (sector / diskSectors) * height,
    toSector: (pixel) => Math.round((Math.max(0, Math.min(height, pixel)) / height) * diskSectors),
    exaggerates: () => false,
  };
}

/**
 * One scale for both cores in which every stretch, of either, has its least height: the disk is cut at every
 * boundary, each piece is given what the stretches over it ask for, and the rest is shared by true size.
 * Where the least heights alone are more than `height`, the drawing becomes taller.
 * Law: increasing; 0 maps to 0 and the disk's end to the height. O(n log n) in the number of stretches.
 */
export function readableScale(diskSectors: number, stretches: readonly Drawn[], height: number): DiskScale {
  const cuts = [
    ...new Set([0, diskSectors, ...stretches.flatMap((s) => [s.start, s.start + s.length])]),
  ].sort((a, b) => a - b);
  const least = leastHeights(cuts, stretches);
  const asked = least.reduce((sum, h) => sum + h, 0);
  const total = Math.max(height, Math.ceil(asked));
  const free = total - asked;
  const tops = [0];
  least.forEach((h, i) => {
    const share = (cuts[i + 1]! - cuts[i]!) / diskSectors;
    tops.push(tops[i]! + h + free * share);
  });
  const toPixel = (sector: number) => interpolate(cuts, tops, sector);
  return {
    height: total,
    toPixel,
    toSector: (pixel) => Math.round(interpolate(tops, cuts, pixel)),
    exaggerates: ({ start, length }) =>
      toPixel(start + length) - toPixel(start) > (length / diskSectors) * total * 1.5 + 1,
  };
}

/** For each piece between cuts, the most that any stretch over it asks for it. */
function leastHeights(cuts: readonly number[], stretches: readonly Drawn[]): number[] {
  const indexOf = new Map(cuts.map((cut, i) => [cut, i]));
  const least = new Array<number>(cuts.length - 1).fill(0);
  for (const s of stretches) {
    if (s.length <= 0) continue;
    for (let i = indexOf.get(s.start)!; cuts[i]! < s.start + s.length; i++) {
      const share = (cuts[i + 1]! - cuts[i]!) / s.length;
      least[i] = Math.max(least[i]!, s.leastPixels * share);
    }
  }
  return least;
}

/** The value that lies among `tops` as `sector` lies among `cuts`; both increase. */
function interpolate(cuts: readonly number[], tops: readonly number[], sector: number): number {
  if (sector <= 0) return 0;
  let low = 0;
  let high = cuts.length - 1;
  if (sector >= cuts[high]!) return tops[high]!;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (cuts[middle]! <= sector) low = middle;
    else high = middle;
  }
  const part = (sector - cuts[low]!) / (cuts[high]! - cuts[low]!);
  return tops[low]! + part * (tops[high]! - tops[low]!);
}

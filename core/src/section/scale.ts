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

/** A stretch of the disk, in sectors. */
export interface View {
  readonly start: number;
  readonly length: number;
}

/**
 * A scale of its own for a view of the disk: `inner` scales the view from 0. What lies outside goes on at the mean scale
 * of the view, no further than one height beyond it, so that ribbons slant out of sight.
 */
export function viewScale(inner: DiskScale, view: View): DiskScale {
  const { height } = inner;
  const clamped = (pixel: number) => Math.max(-height, Math.min(2 * height, pixel));
  return {
    height,
    toPixel: (sector) => {
      const at = sector - view.start;
      if (at < 0 || at > view.length) return clamped((at / view.length) * height);
      return inner.toPixel(at);
    },
    toSector: (pixel) => view.start + inner.toSector(pixel),
    exaggerates: ({ start, length }) => {
      const from = Math.max(start, view.start);
      const to = Math.min(start + length, view.start + view.length);
      return to > from && inner.exaggerates({ start: from - view.start, length: to - from });
    },
  };
}

/** A view of the same disk, `factor` times as long, in which `around` stays where it is seen. At least `least` sectors. */
export function zoomedView(
  view: View,
  diskSectors: number,
  factor: number,
  around: number,
  least: number,
): View {
  const length = Math.min(diskSectors, Math.max(least, view.length * factor));
  const share = (around - view.start) / view.length;
  return placedView(Math.round(around - share * length), Math.round(length), diskSectors);
}

/** A view around a span, with some of what lies beside it. */
export function viewAround(span: View, diskSectors: number, least: number): View {
  const length = Math.min(diskSectors, Math.max(least, Math.round(span.length * 1.5)));
  return placedView(Math.round(span.start + span.length / 2 - length / 2), length, diskSectors);
}

/** A view of this length, kept within the disk. */
export function placedView(start: number, length: number, diskSectors: number): View {
  return { start: Math.max(0, Math.min(diskSectors - length, start)), length };
}

const NICE = [1, 2, 5, 10, 20, 50, 100, 200, 500];
const UNITS = [2 ** 20, 2 ** 30, 2 ** 40];

/** The distance of round places, in bytes, so that some eight to twenty lie in a view. */
export function tickBytes(viewBytes: number): number {
  const steps = UNITS.flatMap((unit) => NICE.map((n) => n * unit));
  return steps.find((step) => viewBytes / step <= 20) ?? steps.at(-1)!;
}

/** Pixels of the round places in a view, no two nearer than five. */
export function ticksOf(scale: DiskScale, view: View, sectorBytes: number): number[] {
  const step = tickBytes(view.length * sectorBytes) / sectorBytes;
  const places: number[] = [];
  for (let at = Math.ceil(view.start / step) * step; at < view.start + view.length; at += step) {
    const y = scale.toPixel(at);
    if (y > 2 && y - (places.at(-1) ?? -9) >= 5) places.push(y);
  }
  return places;
}

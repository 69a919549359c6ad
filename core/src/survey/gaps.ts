import { sectors, type Sectors } from '../quantity/index.js';
import type { Survey } from './survey.js';

/** A stretch of the disk that no partition and no table record takes. */
export interface Gap {
  readonly start: Sectors;
  readonly length: Sectors;
}

/**
 * Gaps of at least `leastBytes`, in disk order. Room inside an extended container and outside of it are two gaps; the
 * record before each logical partition is no gap. None is told for a disk whose table cannot be trusted or that a
 * volume covers whole.
 */
export function gapsOf(survey: Survey, leastBytes: number): Gap[] {
  const { disk, partitions, damage, containers = [] } = survey;
  if (disk.bareVolume || damage.some((d) => d.id === 'both-broken')) return [];
  const taken: { start: number; end: number }[] = [
    ...partitions.map((p) => ({ start: p.start, end: p.start + p.length })),
    ...partitions.flatMap((p) => (p.ebrAt === undefined ? [] : [{ start: p.ebrAt, end: p.ebrAt + 1 }])),
    ...containers.flatMap((c) => [
      { start: c.start, end: c.start + 1 },
      { start: c.start + c.length, end: c.start + c.length },
    ]),
  ].sort((a, b) => a.start - b.start);
  const gaps: Gap[] = [];
  let at: number = disk.firstUsable;
  for (const { start, end } of [...taken, { start: disk.usableEnd, end: disk.usableEnd }]) {
    if (start > at) gaps.push({ start: sectors(at), length: sectors(start - at) });
    at = Math.max(at, end);
  }
  return gaps.filter((gap) => gap.length * disk.sectorBytes >= leastBytes);
}

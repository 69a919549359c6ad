import type { MadeBackup } from './backup-name.js';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
/** The first Monday of the calendar that computers count by was the fourth day after its beginning. */
const MONDAY = 4 * DAY;

/** How many are kept, and of what time each is the last. */
const GENERATIONS: readonly { readonly kept: number; readonly of: (at: number) => number }[] = [
  { kept: 24, of: (at) => Math.floor(at / HOUR) },
  { kept: 14, of: (at) => Math.floor(at / DAY) },
  { kept: 12, of: (at) => Math.floor((at - MONDAY) / (7 * DAY)) },
];
/** Kept whatever the clock says. */
const LATEST = 3;

/**
 * Which backups are kept: the last of each of the latest hours, days and weeks that have one. They are gone through in the
 * order in which they were made; the clock only tells which belong together, so one that jumps costs none of the latest.
 * Of those that belong together one without faults goes before one with.
 */
export function kept(backups: readonly MadeBackup[]): ReadonlySet<string> {
  const latestFirst = [...backups].sort((a, b) => b.number - a.number);
  const names = latestFirst.slice(0, LATEST).map(({ name }) => name);
  for (const { kept: most, of } of GENERATIONS) {
    const each = new Map<number, MadeBackup>();
    for (const backup of latestFirst) {
      const time = of(Date.parse(backup.at));
      const there = each.get(time);
      if (!there ? each.size < most : there.faulty > 0 && backup.faulty === 0) each.set(time, backup);
    }
    names.push(...[...each.values()].map(({ name }) => name));
  }
  return new Set(names);
}

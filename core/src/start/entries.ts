import type { BootEntry } from '../firmware/index.js';
import {
  derived,
  isFallback,
  partitionOfEntry,
  systemOfEntry,
  type Planned,
  type PlannedPartition,
} from '../plan/index.js';
import type { SurveyPartition } from '../survey/index.js';
import type { System } from '../system/index.js';

/**
 * What becomes of an entry once the plan is carried out. `stays`: it leads where it led. `emptied`: its partition is
 * made anew, and the loader is gone. `gone`: its partition is. `nowhere`: no such partition is on the disk now;
 * `elsewhere`: nor need it be, since the machine has other disks. `device`: it names no partition.
 */
export type EntryFate = 'stays' | 'emptied' | 'gone' | 'nowhere' | 'elsewhere' | 'device';

/** A boot entry of the firmware on this disk and plan. */
export interface EntryState {
  readonly entry: BootEntry;
  /** The found system that it starts, as far as that is clear. */
  readonly system: System | undefined;
  readonly found: SurveyPartition | undefined;
  /** Its partition as planned; `undefined` where it goes. */
  readonly planned: PlannedPartition | undefined;
  readonly fate: EntryFate;
  /** Whether it is tried first. */
  readonly isDefault: boolean;
  /** Whether this start was made by it. */
  readonly isCurrent: boolean;
  readonly fallback: boolean;
}

/** The entry of a found system that is tried before its others; nothing where none was read that is clearly its. */
export const entryOf = (planned: Planned, system: string): EntryState | undefined =>
  entryStates(planned).find((state) => state.system?.id === system && !state.fallback) ??
  entryStates(planned).find((state) => state.system?.id === system);

/** The firmware's boot entries as they were read, in the order in which they are tried; none where they were not read. */
export const entryStates = derived(({ plan, survey }): readonly EntryState[] => {
  const { bootEntries, otherDisks } = plan.machine;
  if (!bootEntries) return [];
  const { entries, order, current } = bootEntries;
  const first = order.find((n) => entries.some((e) => e.number === n && e.active));
  return entries.map((entry): EntryState => {
    const found = partitionOfEntry(survey, entry);
    const kept = found && plan.partitions.find((p) => p.from === found.id);
    const fate = (): EntryFate => {
      if (!entry.partition) return 'device';
      if (!found) return otherDisks.length > 0 ? 'elsewhere' : 'nowhere';
      if (!kept || plan.target.table === 'new') return 'gone';
      return kept.treatment === 'format' ? 'emptied' : 'stays';
    };
    return {
      entry,
      system: systemOfEntry(plan, entry),
      found,
      planned: kept,
      fate: fate(),
      isDefault: entry.number === first,
      isCurrent: entry.number === current,
      fallback: isFallback(entry),
    };
  });
});

import type { DiskMedium } from '../machine/index.js';
import { systemOf, usedOf, type Planned } from '../plan/index.js';
import { GB, MB, MIB } from '../quantity/index.js';
import type { Family } from '../system/index.js';
import type { Range } from './step.js';
import type { Step, StepKind } from './steps/kinds.js';

/** MiB/s of copying within one disk, slow and fast. Rule of thumb for each medium. */
const RATES: Readonly<Record<DiskMedium, readonly [slow: number, fast: number]>> = {
  hdd: [40, 80],
  'sata-ssd': [150, 250],
  nvme: [500, 1200],
  emmc: [30, 80],
  unknown: [30, 1200],
};

/** How long it takes to copy this many bytes within the disk: the least at the fast rate, the most at the slow. */
export function copyTime(data: Range, medium: DiskMedium): Range {
  const [slow, fast] = RATES[medium];
  return { least: Math.ceil(data.least / (fast * MIB)), most: Math.ceil(data.most / (slow * MIB)) };
}

const minutes = (least: number, most: number): Range => ({ least: least * 60, most: most * 60 });

/** Files copied to a disk on a USB port: an old hard disk at 25 MB/s with small files, a fast one at 150 MB/s. */
const BACKUP_RATES = { slow: 25 * MB, fast: 150 * MB };
/** Where nothing is known of what is in use. */
const UNKNOWN_DATA: Range = { least: 50 * GB, most: 500 * GB };

/** Rules of thumb for a person who reads along, without what is copied within the disk. What is not told is short. */
const BY_KIND: Partial<Readonly<Record<StepKind, Range>>> = {
  'safety-copy': minutes(1, 5),
  'prepare-medium': minutes(10, 40),
  'prepare-live': minutes(10, 40),
  'recovery-key': minutes(2, 5),
  unhibernate: minutes(2, 5),
  'check-volume': minutes(2, 20),
  shrink: minutes(2, 10),
  'verify-start': minutes(3, 10),
  'first-start': minutes(5, 15),
  'firmware-mode': minutes(2, 10),
  'controller-mode': minutes(5, 20),
  'redo-start': minutes(5, 20),
  'mount-table': minutes(5, 15),
  'verify-disk': minutes(3, 10),
};
const SHORT = minutes(1, 3);
const INSTALLING: Readonly<Record<Family, Range>> = {
  linux: minutes(10, 40),
  windows: minutes(20, 60),
  macos: minutes(30, 90),
  bsd: minutes(10, 40),
};
const RESTART = minutes(1, 3);

/** How long a step takes whoever does it, with the copying it does. */
export function timeOf(planned: Planned, step: Step): Range {
  return sumOf([byHand(planned, step), step.seconds]);
}

function byHand(planned: Planned, step: Step): Range {
  if (step.kind === 'backup') return backupTime(planned);
  if (step.kind === 'install') return INSTALLING[systemOf(planned.plan, step.system)?.family ?? 'linux'];
  return BY_KIND[step.kind] ?? SHORT;
}

function backupTime(planned: Planned): Range {
  const used = planned.survey.partitions.map((p) => usedOf(planned, p.id)?.bytes);
  const known = used.reduce<number>((sum, bytes) => sum + (bytes ?? 0), 0);
  const data = used.every((bytes) => bytes === undefined) ? UNKNOWN_DATA : { least: known, most: known };
  return {
    least: 600 + Math.ceil(data.least / BACKUP_RATES.fast),
    most: 1200 + Math.ceil(data.most / BACKUP_RATES.slow),
  };
}

/** How long all of it takes, with the restarts between, and the step that takes longest. */
export interface Day {
  readonly seconds: Range;
  readonly longest: { readonly step: string; readonly seconds: Range } | null;
}

export function dayOf(planned: Planned, steps: readonly Step[], restarts: number): Day {
  const times = steps.map((step) => ({ step: step.id, seconds: timeOf(planned, step) }));
  const longest = times.reduce<Day['longest']>(
    (most, next) => (most === null || next.seconds.most > most.seconds.most ? next : most),
    null,
  );
  return {
    seconds: sumOf([
      ...times.map((t) => t.seconds),
      { least: restarts * RESTART.least, most: restarts * RESTART.most },
    ]),
    longest,
  };
}

export function sumOf(ranges: readonly (Range | null)[]): Range {
  return ranges.reduce<Range>(
    (total, r) => (r ? { least: total.least + r.least, most: total.most + r.most } : total),
    { least: 0, most: 0 },
  );
}

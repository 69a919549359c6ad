import { withFilesCopied } from '../../safety/index.js';
import { usedOf, type Planned } from '../../plan/index.js';
import { GB, MB } from '../../quantity/index.js';
import { step, type Environment, type Range, type StepOf } from '../step.js';
import type { Situation } from '../derive/situation.js';
import { LEAVES_THE_DISK, type Kind } from './kind.js';

/** Everything on the disk is copied to another one. */
export type Backup = StepOf<'backup'>;

export const backup = {
  kind: 'backup',
  ...LEAVES_THE_DISK,
  byHand: backupTime,
  asks: null,
  withoutLive: null,
  boots: null,
  safety: (safety) => withFilesCopied(safety),
  back: null,
} satisfies Kind<Backup>;

export const backups = ({ survey }: Situation, running: Environment): Backup[] =>
  survey.partitions.length > 0 ? [step('backup', '', running, { undo: 'no-need' })] : [];

/** Files copied to a disk on a USB port: an old hard disk at 25 MB/s with small files, a fast one at 150 MB/s. */
const RATES = { slow: 25 * MB, fast: 150 * MB };
/** Where nothing is known of what is in use. */
const UNKNOWN_DATA: Range = { least: 50 * GB, most: 500 * GB };

function backupTime(planned: Planned): Range {
  const used = planned.survey.partitions.map((p) => usedOf(planned, p.id)?.bytes);
  const known = used.reduce<number>((sum, bytes) => sum + (bytes ?? 0), 0);
  const data = used.every((bytes) => bytes === undefined) ? UNKNOWN_DATA : { least: known, most: known };
  return {
    least: 600 + Math.ceil(data.least / RATES.fast),
    most: 1200 + Math.ceil(data.most / RATES.slow),
  };
}

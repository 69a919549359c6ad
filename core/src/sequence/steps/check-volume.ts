import type { PartitionId, PlannedPartition } from '../../plan/index.js';
import { step, type StepOf } from '../step.js';
import type { SurveyPartitionId } from '../../survey/index.js';
import { VOLUME_TRAITS } from '../../volume/index.js';
import type { VolumeChange } from '../derive/volume-change.js';
import type { Kind } from './kind.js';
import { minutes } from '../by-hand.js';

/** A volume is checked for errors before it is shrunk or copied: what is wrong in it would be wrong in the copy. */
export type CheckVolume = StepOf<'check-volume', { partition: PartitionId; found: SurveyPartitionId }>;

export const checkVolume = {
  kind: 'check-volume',
  conversion: 'before',
  room: null,
  table: null,
  write: null,
  holds: null,
  line: 'look',
  asks: 'check',
  withoutLive: null,
  boots: null,
  safety: null,
  back: null,
  byHand: () => minutes(2, 20),
} satisfies Kind<CheckVolume>;

export const checkOf = ({ situation, fate, planned, place, needs }: VolumeChange): CheckVolume[] =>
  fate.lengthChange < 0 || ((fate.travels || situation.aside.has(fate.found.id)) && isCopied(planned))
    ? [step('check-volume', planned.id, place, { partition: planned.id, found: fate.found.id, needs })]
    : [];

/** Where nothing is kept of what it holds, nothing is checked. */
const isCopied = ({ fileSystem }: PlannedPartition): boolean => VOLUME_TRAITS[fileSystem].move !== 'recreate';

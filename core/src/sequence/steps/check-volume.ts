import type { PartitionId } from '../../plan/index.js';
import { step, type StepOf } from '../step.js';
import type { SurveyPartitionId } from '../../survey/index.js';
import type { VolumeChange } from '../derive/volume-change.js';
import type { Kind } from './kind.js';

/** A volume is checked for errors before it is shrunk. */
export type CheckVolume = StepOf<'check-volume', { partition: PartitionId; found: SurveyPartitionId }>;

export const checkVolume: Kind<CheckVolume> = { kind: 'check-volume', conversion: 'before' };

export const checkOf = ({ fate, planned, place, needs }: VolumeChange): CheckVolume[] =>
  fate.lengthChange < 0
    ? [step('check-volume', planned.id, place, { partition: planned.id, found: fate.found.id, needs })]
    : [];

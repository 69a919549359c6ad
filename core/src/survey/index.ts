export {
  isPlannable,
  MOST_PARTITIONS,
  SurveySchema,
  type Survey,
  type SurveyDisk,
  type SurveyIdentity,
  type SurveyPartition,
  type SurveyPartitionId,
  type SurveySource,
  type SurveyVolume,
} from './survey.js';
export {
  CAPTURE_BYTES,
  looksLikeEnd,
  proposeDiskBytes,
  surveyFromCapture,
  type Capture,
  type CapturedFile,
  type ProposedSize,
} from './from-capture.js';
export type { SurveyOutcome, SurveyRefusal } from './outcome.js';
export {
  disksInLsblk,
  LSBLK_COLUMNS,
  LSBLK_COMMAND,
  surveyFromLsblk,
  type ListedDisk,
} from './from-lsblk.js';
export { HAND_WORDS, surveyFromHand, type HandDrawing } from './from-hand.js';

export { LARGEST_END_BYTES, typedDiskBytes, whatFileIs, type End, type GivenFile } from './dropped-file.js';
export { containerIn, recordPlace } from './container.js';
export {
  CommentsSchema,
  DamageSchema,
  isPlannable,
  SOURCE_KINDS,
  MOST_PARTITIONS,
  surveyedPartition,
  SurveyIdSchema,
  SurveySchema,
  SURVEY_DOCUMENT,
  type Comments,
  type OtherDiskFound,
  type Survey,
  type SurveyDisk,
  type SurveyIdentity,
  type SurveyPartition,
  type SurveyPartitionId,
  type SurveySource,
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
export { answering, Refused, type SurveyOutcome, type SurveyRefusal } from './outcome.js';
export { keepable } from './keepable.js';
export { refuseNoDisk } from './least-disk.js';
export { listedSurvey } from './from-listing.js';
export { disksInLsblk, surveyFromLsblk, type ListedDisk, type ListedMedium } from './lsblk/from-lsblk.js';
export { LSBLK_COMMAND } from './lsblk/device.js';
export { HAND_WORDS, surveyFromHand, type HandDrawing } from './from-hand.js';
export { surveyFromDisk, type DiskReading, type ReadingStep } from './from-disk.js';
export { gapsOf, type Gap } from './gaps.js';
export { surveySignature } from './signature.js';
export { tableSectorsOf } from './safety-copy.js';
export { documentSurvey, surveyDocument, type SurveyDocument } from './document.js';
export {
  EMPTY_ROW,
  handRowsIn,
  handRowsOf,
  settleRows,
  splitRow,
  type HandRow,
  type Settled,
  type SettledRow,
} from './hand-rows.js';

export { askedOf, type Asked } from './asked.js';
export { hasBootEntry, isFallback, namedBy, partitionOfEntry, systemOfEntry } from './boot-entries.js';
export { PLAN_DOCUMENT } from './document.js';
export {
  encrypterOf,
  encryptionOf,
  encryptsItself,
  isEncrypted,
  isWindowsEncrypted,
  startsByOwnEntry,
} from './encryption.js';
export { fatesOf, type Fate, type FateKind } from './fate.js';
export { advisedOf, evidenceName, floorOf, usedOf, type Evidence, type Measured } from './floor.js';
export { fromFstabWord, fstabWord } from './fstab-word.js';
export type { PartitionId } from './ids.js';
export {
  InsideVolumeSchema,
  canHold,
  foundInside,
  foundUnder,
  freshName,
  insideFatesOf,
  insideId,
  layersOf,
  partitionIdOf,
  roleInside,
  roomInside,
  shownAs,
  sizedAs,
  volumeOf,
  volumesOf,
  type InsideFate,
  type InsideVolume,
  type PlannedVolume,
  type RoomInside,
} from './inside/index.js';
export { foundSystemId, keptPartition, likelyNote, likelyNotes, likelyRoles } from './likely.js';
export { modeRead } from './mode-read.js';
export { mountPointsIn, mountTableLines, type MountTableLine } from './mounts.js';
export { foundTitle, partitionTitle, roleInSentence, roleName } from './names.js';
export { noted } from './noted.js';
export {
  AcceptanceSchema,
  ContainerSchema,
  EMPTY_PLAN,
  FoundNoteSchema,
  KNOWN,
  LAYERS,
  PlanSchema,
  PlannedPartitionSchema,
  ROLES,
  StepRecordSchema,
  TargetChangesSchema,
  TargetSchema,
  endOf,
  mountPointsOf,
  partitionOf,
  systemOf,
  type FoundNote,
  type Known,
  type Layer,
  type Plan,
  type PlannedPartition,
  type StepRecord,
  type Subvolume,
  type Target,
} from './plan.js';
export { derived, type Planned } from './planned.js';
export {
  LoaderChoiceSchema,
  OPEN_START,
  StartPlanSchema,
  startsInCircle,
  type LoaderChoice,
  type LoaderPlace,
  type StartPlan,
} from './start-plan.js';
export { EFI_STRATEGIES, USUAL_WISH, WishSchema, type EfiStrategyId, type Keep, type Wish } from './wish.js';

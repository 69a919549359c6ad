export { noted } from './noted.js';
export { fromFstabWord, fstabWord } from './fstab-word.js';
export { hasBootEntry, isFallback, namedBy, partitionOfEntry, systemOfEntry } from './boot-entries.js';
export { adoptEdit } from './adopt-survey.js';
export { beginEdit, likelyNotes, keptPartition } from './begin.js';
export {
  addInsideEdit,
  batch,
  singles,
  becomeEdit,
  bodiesOf,
  boundaryEdit,
  boundaryLimits,
  createInGap,
  nextRole,
  acceptAs,
  recordAs,
  decideAs,
  distributeEdit,
  drawGrip,
  fillEdit,
  freshPartitionId,
  distinctSystemName,
  freshSystemId,
  gripsOf,
  halveEdit,
  goneInside,
  keepInsideEdit,
  keepSystemEdit,
  kindEdit,
  kindOfSystem,
  kindsFor,
  lookInsideEdit,
  makeLogicalEdit,
  makePrimaryEdit,
  markActiveEdit,
  movedByGrip,
  newPartition,
  newTableEdit,
  noteFoundEdit,
  placeInGap,
  placeLeastMoved,
  reinstallEdit,
  removeSystemEdit,
  retireEdit,
  freedGaps,
  roomWaysOf,
  type RoomWay,
  resizeTo,
  sizeTo,
  sizeWithHome,
  splitHomeEdit,
  shareOut,
  sizeContextFor,
  sizeContextForGap,
  sizeContextInside,
  snapPlaces,
  splitInsideEdit,
  swapOrderEdit,
  takeUpEdit,
  undeleteEdit,
  verbsOf,
  type Becoming,
  type Drawn,
  type GapWish,
  type Grip,
  type Held,
  type LeastMoved,
  type Share,
  type SnapPlace,
  type Verb,
  originEdit,
  originIsOpen,
} from './compose/index.js';
export { EDIT_DOCUMENT, PLAN_DOCUMENT } from './documents.js';
export { derived, type Planned } from './planned.js';
export {
  apply,
  EditSchema,
  readingsNamed,
  takes,
  type Applied,
  type BatchEdit,
  type Edit,
} from './edits/edit.js';
export type { SingleEdit } from './edits/kinds/kinds.js';
export { commute } from './edits/order.js';
export { editTitle } from './edits/title.js';
export type { EditSays } from './edits/says.js';
export { givers, type Giver } from './givers.js';
export { EFI_STRATEGIES, USUAL_WISH, WishSchema, type EfiStrategyId, type Keep, type Wish } from './wish.js';
export { EMPTY_HISTORY, remember, type History, type MadeEdit } from './history.js';
export { refusePlan } from './edits/basis.js';
export { refuseRewrite, type PartRefusal } from './edits/refuse-rewrite.js';
export { refusalSays, type Refusal } from './edits/refusal.js';
export type { Surveys } from './edits/outcome.js';
export { planFault, type PlanFault } from './faults.js';
export { fatesOf, type Fate, type FateKind } from './fate.js';
export { evidenceName, advisedOf, floorOf, usedOf, type Evidence, type Measured } from './floor.js';
export { alignmentSectors, plannedArea, type Area } from './area.js';
export {
  foundParts,
  hull,
  largestGap,
  lengthFor,
  overlap,
  plannedGaps,
  plannedParts,
  roomAround,
  sizeOf,
  tile,
  type GapPart,
  type Part,
  type Span,
} from './layout.js';
export {
  canHold,
  foundInside,
  foundUnder,
  freshName,
  insideFatesOf,
  insideId,
  InsideVolumeSchema,
  layersOf,
  partitionIdOf,
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
export { modeRead } from './mode-read.js';
export { mountPointsIn, mountTableLines, type MountTableLine } from './mounts.js';
export { packRows, type PackRow } from './pack-rows.js';
export {
  leastMovedBytes,
  packLeastMoved,
  type Packing,
  type PackOutcome,
  type PackPart,
  type PackRoom,
} from './packing.js';
export {
  installedOver,
  partsOfSetup,
  partsInRooms,
  placedParts,
  type PlacedSetupPart,
  roomIn,
  setupRooms,
  takesRoom,
  type SetupPart,
  type SetupRoom,
} from './setup-rooms.js';
export { roomGiven, type RoomGiven, type SizeFit } from './room-given.js';
export {
  OPEN_START,
  startsInCircle,
  type LoaderChoice,
  type LoaderPlace,
  type StartPlan,
} from './start-plan.js';
export { askedOf, type Asked } from './asked.js';
export {
  encryptionOf,
  encryptsItself,
  startsByOwnEntry,
  isEncrypted,
  encrypterOf,
  isWindowsEncrypted,
} from './encryption.js';
export { refuseChange } from './edits/geometry.js';
export { foundTitle, partitionTitle, roleInSentence, roleName } from './names.js';
export {
  isActive,
  isLogical,
  MBR_SLOTS,
  plannedContainer,
  recordPlaces,
  slotsOf,
  type Slots,
} from './slots/index.js';
export {
  AcceptanceSchema,
  StepRecordSchema,
  type StepRecord,
  EMPTY_PLAN,
  endOf,
  KNOWN,
  LAYERS,
  mountPointsOf,
  partitionOf,
  PlanSchema,
  ROLES,
  systemOf,
  type FoundNote,
  type Known,
  type Layer,
  type PartitionId,
  type Plan,
  type PlannedPartition,
  type Subvolume,
  type Target,
} from './plan.js';

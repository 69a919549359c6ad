export {
  boundaryEdit,
  boundaryLimits,
  distributeEdit,
  fillEdit,
  halveEdit,
  placeLeastMoved,
  swapOrderEdit,
  type LeastMoved,
} from './arrange.js';
export { batch, singles } from './batch.js';
export { nextRole } from './next-role.js';
export { createInGap, placeInGap, type GapWish } from './create-in-gap.js';
export { bodiesOf, drawGrip, gripsOf, movedByGrip, type Drawn } from './grips.js';
export type { Grip } from './grip.js';
export { newPartition } from './create.js';
export { noteFoundEdit, undeleteEdit } from './found.js';
export { distinctSystemName, freshPartitionId, freshSystemId } from './ids.js';
export {
  addInsideEdit,
  goneInside,
  keepInsideEdit,
  lookInsideEdit,
  sizeContextInside,
  splitInsideEdit,
} from './inside.js';
export { freedGaps, roomWaysOf, type RoomWay } from './give-room.js';
export { kindEdit, kindOfSystem, kindsFor, originEdit, originIsOpen } from './kind-of-system.js';
export { sizeTo, sizeWithHome } from './size-to.js';
export { splitHomeEdit } from './split-home.js';
export { resizeTo, sizeContextFor, sizeContextForGap, type Held } from './size.js';
export { makeLogicalEdit, makePrimaryEdit, markActiveEdit } from './slots.js';
export { shareOut, type Share } from './share-out.js';
export {
  becomeEdit,
  keepSystemEdit,
  reinstallEdit,
  removeSystemEdit,
  retireEdit,
  type Becoming,
} from './systems.js';
export { newTableEdit } from './table.js';
export { acceptAs, decideAs, recordAs, takeUpEdit } from './take-up.js';
export { snapPlaces, type SnapPlace } from './snaps.js';
export { verbsOf } from './verbs.js';
export type { Verb } from './verb.js';

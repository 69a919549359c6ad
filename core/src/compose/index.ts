export { adoptEdit } from './adopt-survey.js';
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
export { beginEdit } from './begin.js';
export { createInGap, placeInGap, type GapWish } from './create-in-gap.js';
export { newPartition } from './create.js';
export { noteFoundEdit, undeleteEdit } from './found.js';
export { freedGaps, roomWaysOf, type RoomWay } from './give-room.js';
export { giveEdit, movedMore, takesSpace } from './give.js';
export { distinctSystemName, freshPartitionId, freshSystemId } from './ids.js';
export {
  addInsideEdit,
  goneInside,
  keepInsideEdit,
  lookInsideEdit,
  sizeContextInside,
  splitInsideEdit,
} from './inside.js';
export { kindEdit, kindOfSystem, kindsFor, originEdit, originIsOpen } from './kind-of-system.js';
export { nextRole } from './next-role.js';
export { shareOut, type Share } from './share-out.js';
export { sizeTo, sizeWithHome } from './size-to.js';
export { resizeTo, sizeContextFor, sizeContextForGap, type Held } from './size.js';
export { makeLogicalEdit, makePrimaryEdit, markActiveEdit } from './slots.js';
export { splitHomeEdit } from './split-home.js';
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

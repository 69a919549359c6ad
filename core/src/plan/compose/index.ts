export { batch } from './batch.js';
export { createInGap, placeInGap, type GapWish } from './create-in-gap.js';
export { newPartition } from './create.js';
export { noteFoundEdit, undeleteEdit } from './found.js';
export { freshPartitionId, freshSystemId } from './ids.js';
export { resizeTo, sizeContextFor, sizeContextForGap, type Held } from './size.js';
export { makeLogicalEdit, makePrimaryEdit, markActiveEdit } from './slots.js';
export { removeSystemEdit } from './systems.js';
export { newTableEdit } from './table.js';

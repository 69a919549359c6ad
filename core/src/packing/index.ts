export { givers, type Giver } from './givers.js';
export { packRows, type PackRow } from './pack-rows.js';
export {
  leastMovedBytes,
  packLeastMoved,
  type PackOutcome,
  type PackPart,
  type PackRoom,
  type Packing,
} from './packing.js';

export { insideFatesOf, type InsideFate } from './fates.js';
export { foundInside, foundUnder, freshName, type FoundInside } from './found.js';
export { layersOf, LUKS_BYTES, roomInside, shownAs, sizedAs, type RoomInside } from './room.js';
export { InsideVolumeSchema, roleInside, type InsideVolume } from './volume.js';
export { canHold, insideId, partitionIdOf, volumeOf, volumesOf, type PlannedVolume } from './volumes.js';

export { keepsItsUuid, mountChangesOf, type MountChanges } from './changes.js';
export { mountedOver, type MountedOver } from './mounted-over.js';
export { judgeMountTable, type MountFault, type MountFaultSays } from './judge.js';
export {
  containerName,
  cryptTableText,
  hasMountTable,
  mountFields,
  mountTableOf,
  mountTableText,
  type CryptLine,
  type MountLine,
  type MountSays,
  type MountTable,
} from './table.js';
export { containerUuidOf, volumeUuidOf, type VolumeUuid } from './uuid.js';

export { judgeMountTable, type MountFault, type MountFaultSays } from './judge.js';
export {
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
export { volumeUuidOf, type VolumeUuid } from './uuid.js';

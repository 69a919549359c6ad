export {
  isEncryptedName,
  kindOfPrintedName,
  canGrow,
  canHoldFile,
  canShrink,
  isLinuxFiles,
  leastMadeBytes,
  nameByBlkid,
  volumeName,
} from './kinds.js';
export { VOLUME_KINDS, VOLUME_TRAITS, type VolumeKind } from './traits/index.js';
export {
  MOUNT,
  mounted,
  shellWord,
  type Ability,
  type Access,
  type Encrypter,
  type UtilityLine,
} from './traits/traits.js';
export { identifyVolume, isRecognised } from './identify.js';
export { VOLUME_EVIDENCE, type Volume, type VolumeContents, type VolumeEvidence } from './reading.js';
export { unreadSays } from './unread.js';
export { makeCommands } from './make.js';
export { VolumeSchema } from './schema.js';
export { formatFat32, type Fat32Options } from './formats/fat/format.js';
export { formatSwap } from './formats/swap-format.js';

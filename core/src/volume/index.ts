export {
  isEncryptedName,
  kindOfPrintedName,
  VOLUME_KINDS,
  canGrow,
  canShrink,
  VOLUME_TRAITS,
  leastMadeBytes,
  volumeName,
  type Ability,
  type VolumeKind,
  type VolumeTraits,
} from './kinds.js';
export { identifyVolume, isRecognised } from './identify.js';
export { VOLUME_EVIDENCE, type Volume, type VolumeContents, type VolumeEvidence } from './reading.js';
export { unreadSays } from './unread.js';
export { makeCommands, shellWord } from './make.js';
export { VolumeSchema } from './schema.js';
export { formatFat32, type Fat32Options } from './formats/fat/format.js';
export { formatSwap } from './formats/swap-format.js';

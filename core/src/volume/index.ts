export {
  isEncryptedName,
  kindOfPrintedName,
  VOLUME_KINDS,
  VOLUME_TRAITS,
  volumeName,
  type Ability,
  type VolumeKind,
  type VolumeTraits,
} from './kinds.js';

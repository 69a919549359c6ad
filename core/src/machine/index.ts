export {
  canRun,
  DISK_MEDIA,
  FIRMWARE_KINDS,
  FIRMWARE_MODES,
  MachineSchema,
  modeName,
  UNKNOWN_MACHINE,
  type DiskMedium,
  type FirmwareKind,
  type FirmwareMode,
  type Machine,
  type OtherDisk,
} from './machine.js';

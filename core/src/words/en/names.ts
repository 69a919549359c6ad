import { and } from './format.js';

/** What parts of a disk are called where nobody named them. */
export const names = {
  'role.efi': () => 'EFI system',
  'role.reserved': () => 'Windows reserved',
  'role.system': () => 'System volume',
  'role.root': () => 'Root',
  'role.home': () => 'Home',
  'role.swap': () => 'Swap',
  'role.boot': () => 'Boot',
  'role.bios-boot': () => 'BIOS boot',
  'role.recovery': () => 'Recovery',
  'role.data': () => 'Data',
  'role.container': () => 'Extended partition',
  'role.opaque': () => 'Part of a larger volume',
  'role.other': () => 'Unknown purpose',
  'the-role.efi': () => 'EFI system',
  'the-role.reserved': () => 'Windows reserved',
  'the-role.system': () => 'system volume',
  'the-role.root': () => 'root',
  'the-role.home': () => 'home',
  'the-role.swap': () => 'swap',
  'the-role.boot': () => '/boot',
  'the-role.bios-boot': () => 'BIOS boot',
  'the-role.recovery': () => 'recovery',
  'the-role.data': () => 'data',
  'the-role.container': () => 'extended partition',
  'the-role.opaque': () => 'part of a larger volume',
  'the-role.other': () => 'unknown purpose',

  'volume.lvm': () => 'LVM member',
  'volume.raid': () => 'RAID member',
  'volume.ldm': () => 'LDM member',
  'volume.windows-encrypted': () => 'encrypted by Windows',
  'volume.none': () => 'no file system',
  'volume.unknown': () => 'unknown content',

  'evidence.owner-limit': () => 'limit shown by its own tool',
  'evidence.bitmap': () => 'counted in its bitmap',
  'evidence.counters': () => 'from its own counters',
  'evidence.reported': () => 'reported by the running system',
  'evidence.typed': () => 'entered by hand',
  'evidence.no-content': () => 'no files',

  'kind-source.linux-desktop': () =>
    'Rule of thumb, 2026: 15–20 GiB is a bare minimum for a desktop, 30–40 GiB is good.',
  'kind-source.linux-development': () =>
    'Rule of thumb, 2026: 60 GiB and more for development, 100 GiB and more with large games.',
  'kind-source.linux-small': () => 'Rule of thumb: at least 5 GiB, 12 GiB with room for updates and logs.',
  'kind-source.linux-image': () =>
    'Rule of thumb: two system images side by side, 40 GiB and up, with its own /boot.',
  'kind-source.boot-menu': () =>
    'It belongs to no system and needs no partition. Its maker tells whether it is signed for Secure Boot.',
  'kind-source.windows-11': () =>
    'Published requirement: 64 GB, UEFI. Comfortable and generous: rule of thumb.',
  'kind-source.windows-10': () => 'Published requirement: 32 GB. Comfortable and generous: rule of thumb.',
  'kind-source.macos': () => 'Rule of thumb: 60 GB and up.',
  'kind-source.bsd': () => 'Rule of thumb. Its media are usually not signed for Secure Boot.',
  'kind.linux-desktop': () => 'Linux, desktop',
  'kind.linux-development': () => 'Linux, development or analysis',
  'kind.linux-small': () => 'Linux, small or without a desktop',
  'kind.linux-image': () => 'Linux, image-based desktop',
  'kind.boot-menu': () => 'Boot menu of its own',
  'kind.windows-10': () => 'Windows 10, 64-bit',

  'sheet.free': () => 'free space',
  'sheet.by-setup': ({ role, system }: { role: string; system: string }) =>
    `${role}, made by the setup of ${system}`,
  'sheet.room': ({ systems }: { systems: readonly string[] }) =>
    `free space for the ${systems.length === 1 ? 'setup' : 'setups'} of ${and(systems)}`,
  'sheet.start': () => 'start of the disk',
  'sheet.end': () => 'end of the disk',
};

import { noteFoundEdit } from '../../compose/index.js';
import { GIB, MIB } from '../../quantity/index.js';
import { drawn, gib } from '../builders.js';
import {
  LAPTOP,
  BLANK,
  on,
  then,
  add,
  set,
  mode,
  change,
  shrinkTo,
  make,
  used,
  windows,
  roomy,
  joined,
  blank,
  damaged,
  twins,
  read,
  covered,
  mounted,
  oddStart,
  crowded,
  asRead,
  withActive,
  type Cases,
} from './builders.js';

/** For each rule: a plan that it speaks of, and one close by of which it must not. */
export const PLAIN_CASES: Cases = {
  'system-cannot-start': [
    on(LAPTOP, add('windows-11'), set({ modeInUse: 'bios' }), mode('bios')),
    on(LAPTOP, add('windows-11')),
  ],
  'modes-mixed': [then(joined, set({ mediumStart: 'bios' })), joined],
  'medium-start-unknown': [then(joined, set({ mediumStart: 'unknown' })), joined],
  'secure-boot-unsigned': [
    on(LAPTOP, add('bsd'), set({ secureBoot: 'on' })),
    on(LAPTOP, add('linux-desktop'), set({ secureBoot: 'on' })),
  ],
  'secure-boot-refuses': [
    on(LAPTOP, add('bsd'), { kind: 'set-target', changes: { secureBoot: 'on' } }),
    on(LAPTOP, add('linux-desktop'), { kind: 'set-target', changes: { secureBoot: 'on' } }),
  ],
  'mbr-reach': [on(drawn(4000, [], { style: 'mbr' })), on(drawn(2048, [], { style: 'mbr' }))],
  'active-primary': [on(asRead, mode('bios')), on(withActive, mode('bios'))],
  'efi-missing': [blank, make(blank, 'efi', 512)],
  'efi-not-used': [then(roomy, add('linux-desktop')), joined],
  'bios-boot-missing': [then(blank, mode('bios')), make(then(blank, mode('bios')), 'bios-boot', 1)],
  'table-damage': [on(damaged('primary-broken')), on(LAPTOP)],
  'duplicate-id': [on(twins({ uuid: 'same' })), on(LAPTOP)],
  'duplicate-label': [
    make(make(joined, 'data', 1024, { label: 'terns' }), 'data', 2048, { label: 'Terns' }),
    make(joined, 'data', 1024, { label: 'terns' }),
  ],
  'opaque-member': [on(drawn(500, ['100GiB lvm'])), on(drawn(500, ['100GiB ext4']))],
  'number-order': [
    make(joined, 'root', 40_960),
    then(make(joined, 'root', 40_960), { kind: 'remove', partition: 'found-4' }),
  ],
  sliver: [
    on(drawn(500, ['100MiB efi', '20MiB gap', 'rest ntfs'])),
    on(drawn(500, ['100MiB efi', '1MiB gap', 'rest ntfs'])),
  ],
  'no-room': [
    used(on(drawn(500, ['100MiB efi', '16MiB reserved', 'rest windows']), add('linux-desktop')), 95),
    joined,
  ],
  'no-root': [joined, make(joined, 'root', 40_960)],
  'below-floor': [used(roomy, 210), used(roomy, 200)],
  'floor-unknown': [on(LAPTOP, shrinkTo(200)), roomy],
  'below-advised': [then(windows, shrinkTo(110)), then(windows, shrinkTo(116))],
  'system-size': [make(joined, 'root', 20_480), make(joined, 'root', 30_720)],
  'start-moves': [
    then(windows, { kind: 'resize', partition: 'found-3', length: gib(200), hold: 'end' }),
    roomy,
  ],
  'encrypted-volume': [
    then(roomy, noteFoundEdit(roomy.plan, 'found-3', { encrypted: 'yes' })),
    then(windows, noteFoundEdit(windows.plan, 'found-3', { encrypted: 'yes' })),
  ],
  'volume-in-use': [
    joined,
    then(joined, { kind: 'change-system', system: 'found-windows', changes: { hibernates: false } }),
  ],
  'data-erased': [
    then(windows, { kind: 'remove', partition: 'found-3' }),
    then(windows, { kind: 'remove', partition: 'found-2' }),
  ],
  'recovery-deleted': [
    then(windows, { kind: 'remove', partition: 'found-4' }),
    then(windows, { kind: 'remove', partition: 'found-4' }, { kind: 'remove', partition: 'found-3' }),
  ],
  'efi-formatted': [then(windows, { kind: 'treat', partition: 'found-1', treatment: 'format' }), windows],
  'efi-content': [make(blank, 'efi', 512, { fileSystem: 'ext4' }), make(blank, 'efi', 512)],
  'efi-small': [
    then(joined, { kind: 'change-system', system: 'system-1', changes: { kernelsOnEfi: true } }),
    joined,
  ],
  'efi-fat32': [
    make(on(drawn(240, [], { style: 'none', sectorBytes: 4096 }), add('linux-desktop')), 'efi', 200),
    make(blank, 'efi', 200),
  ],
  'efi-mount': [then(joined, change('found-1', { mountPoint: '/mnt' })), joined],
  'two-efi': [make(joined, 'efi', 512), joined],
  'boot-missing': [then(roomy, add('linux-image')), make(then(roomy, add('linux-image')), 'boot', 1024)],
  'mount-twice': [
    make(make(joined, 'root', 40_960), 'home', 1024, { mountPoint: '/' }),
    make(make(joined, 'root', 40_960), 'home', 1024),
  ],
  'root-content': [
    make(joined, 'root', 40_960, { fileSystem: 'ntfs' }),
    make(joined, 'root', 40_960, { fileSystem: 'btrfs' }),
  ],
  'shared-data': [
    make(joined, 'data', 4096, { owners: ['found-windows', 'system-1'] }),
    make(joined, 'data', 4096, { owners: ['found-windows', 'system-1'], fileSystem: 'exfat' }),
  ],
  'swap-advised': [then(joined, set({ ramBytes: 8 * GIB })), then(joined, set({ ramBytes: 9 * GIB }))],
  'hibernate-swap': [
    make(
      then(joined, { kind: 'change-system', system: 'system-1', changes: { hibernates: true } }),
      'swap',
      8192,
    ),
    make(
      then(joined, { kind: 'change-system', system: 'system-1', changes: { hibernates: true } }),
      'swap',
      16_384,
    ),
  ],
  'shared-swap': [
    make(
      then(joined, { kind: 'change-system', system: 'system-1', changes: { hibernates: true } }),
      'swap',
      20_480,
      { owners: ['found-windows', 'system-1'] },
    ),
    make(
      then(joined, { kind: 'change-system', system: 'system-1', changes: { hibernates: true } }),
      'swap',
      20_480,
    ),
  ],
  clocks: [joined, then(joined, { kind: 'change-system', system: 'system-1', changes: { clock: 'local' } })],
  'nobody-owns': [make(joined, 'data', 4096, { owners: [] }), make(joined, 'data', 4096)],
  'windows-later': [
    on(drawn(500, ['512MiB efi', '100GiB root']), add('windows-11')),
    on(drawn(500, ['512MiB efi']), add('windows-11')),
  ],
  'bare-volume': [on(covered('ntfs')), on(covered(null))],
  'left-in-use': [on(read({ dirty: true })), on(read({}))],
  'volume-size': [on(read({ sizeBytes: 401 * GIB })), on(read({ sizeBytes: 400 * GIB - MIB }))],
  'mbr-on-blank': [
    on(BLANK, { kind: 'set-target', changes: { style: 'mbr' } }),
    on(BLANK, { kind: 'set-target', changes: { style: 'mbr' } }, set({ firmware: 'bios' })),
  ],
  'too-many-entries': [crowded(129), crowded(128)],
  'not-own-tool': [
    then(roomy, change('found-3', { owners: [] }), change('found-4', { role: 'data' })),
    roomy,
  ],
  'mount-table-stale': [
    on(mounted, { kind: 'remove', partition: 'found-3' }),
    on(mounted, { kind: 'remove', partition: 'found-4' }),
  ],
  misaligned: [on(oddStart, { kind: 'treat', partition: 'found-1', treatment: 'format' }), on(oddStart)],
  'label-missing': [
    make(joined, 'data', 4096, { label: '', name: '' }),
    make(joined, 'data', 4096, { label: '', name: 'counts' }),
  ],
  'same-size-disk': [
    on(LAPTOP, set({ otherDisks: [{ name: 'spare', sizeBytes: 500 * GIB }] })),
    on(LAPTOP, set({ otherDisks: [{ name: 'spare', sizeBytes: 250 * GIB }] })),
  ],
};

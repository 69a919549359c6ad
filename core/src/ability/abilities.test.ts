import { ability, asksToShrink, listingOf, type Act, type Able, type Place } from './index.js';
import type { VolumeKind } from '../volume/index.js';

const CHOICES: readonly (readonly [Place, Act, VolumeKind, Able])[] = [
  ['windows', 'shrink', 'ntfs', 'yes'],
  ['windows', 'shrink', 'refs', 'no'],
  ['windows', 'shrink', 'ext4', 'no'],
  ['windows', 'move', 'ntfs', 'no'],
  ['windows', 'entry', 'ntfs', 'no'],
  ['windows', 'create', 'none', 'yes'],
  ['macos', 'shrink', 'apfs', 'yes'],
  ['macos', 'create', 'ext4', 'no'],
  ['linux', 'shrink', 'ext4', 'no'],
  ['linux', 'shrink', 'btrfs', 'yes'],
  ['linux', 'grow', 'xfs', 'yes'],
  ['live', 'shrink', 'ext4', 'yes'],
  ['live', 'shrink', 'ntfs', 'other-tool'],
  ['live', 'format', 'ntfs', 'other-tool'],
  ['live', 'shrink', 'xfs', 'no'],
  ['live', 'move', 'apfs', 'yes'],
  ['installer', 'move', 'ext4', 'no'],
  ['installer', 'create', 'ext4', 'yes'],
  ['installer', 'shrink', 'ext4', 'no'],
  ['windows-setup', 'format', 'ntfs', 'yes'],
  ['windows-setup', 'format', 'ext4', 'no'],
  ['firmware', 'create', 'ntfs', 'no'],
];

test.each(CHOICES)('in %s, to %s %s: %s', (place, act, content, able) =>
  expect(ability(place, act, content)).toBe(able),
);

test('each lists a disk in its own way, and asks in its own way for a smaller size', () => {
  expect((['windows', 'windows-setup', 'macos', 'live', 'bsd'] as const).map(listingOf)).toEqual([
    'windows',
    'windows',
    'macos',
    'linux',
    'linux',
  ]);
  expect((['windows', 'macos'] as const).map(asksToShrink)).toEqual(['amount-to-take-away', 'new-size']);
});

import { VOLUME_TRAITS, type VolumeKind } from './traits/index.js';
import { shellWord } from './traits/traits.js';

const PLAIN_UUID = /^[0-9A-Fa-f-]{1,40}$/;

/**
 * What formats a device in a Linux: mke2fs(8), mkfs.xfs(8), mkfs.btrfs(8), mkfs.fat(8), mkswap(8). Empty for a kind that another
 * system formats. @param uuid as it is printed; absent: one is made up by the utility
 */
export function makeCommands(kind: VolumeKind, path: string, label: string, uuid?: string): string[] {
  const { make } = VOLUME_TRAITS[kind].linux;
  if (!make) return [];
  return [
    make(path, {
      label: (option) => (label === '' ? '' : `${option} ${shellWord(label)} `),
      // Read by others, it may be anything.
      uuid: (option) => (uuid === undefined || !PLAIN_UUID.test(uuid) ? '' : `${option}${uuid} `),
    }),
  ];
}

import { both, lowered, quoted } from './format.js';

/** What is proposed: strategies for the EFI system partition, space and partitions for a system. */
export const proposals = {
  'efi.share': () => 'Share the existing one',
  'efi.second': () => 'Create a second one for the new system',
  'efi.first': () => 'Create one',
  'efi.enlarge': () => 'Enlarge the existing one',
  'efi.replace': () => 'Replace it with a larger one elsewhere',
  'efi-risk.not-format': () =>
    'The installer must mount it without formatting it. Formatting would erase the boot loaders of the other systems.',
  'efi-risk.disturb': () => 'An update of one system can damage the files of another.',
  'efi-risk.first-only': () =>
    'Some firmware and installers use only the first one on the disk. Choose the right one in the installer, and check the boot entries afterwards.',
  'efi-risk.moves': () =>
    'The partitions behind it must move: all their data is copied, and a power cut during the copy can destroy it.',
  'efi-risk.repair': () => 'A system whose start has moved may need its boot files repaired.',
  'efi-risk.copy': () =>
    'The boot loaders are copied and their boot entries created again. Until then the existing systems do not start.',
  'efi-risk.keep-old': () => 'Keep the old one until every system has started from the new one.',
  'efi-no.none': () => 'There is no EFI system partition on the disk to keep.',
  'efi-no.not-fat': ({ volume }: { volume: string }) =>
    `${quoted(volume)} is not FAT, and firmware reads nothing else there.`,
  'efi-no.too-small': ({ bytes, needed }: { bytes: number; needed: number }) =>
    `It has ${both(bytes)}, and needs ${both(needed)} for all the files planned on it.`,
  'efi-no.no-gap': ({ bytes }: { bytes: number }) =>
    `No free space is large enough for another one of ${both(bytes)}. Shrink a volume first.`,
  'efi-no.large-enough': () => 'It is large enough already.',
  'efi-no.stuck': ({ bytes }: { bytes: number }) =>
    `The partitions behind it cannot make room: ${both(bytes)} are missing before a partition that must stay where it is.`,
  'efi-no.no-order': () => 'The steps for this cannot be put in order on this disk.',

  'propose.setup': ({ bytes }: { bytes: number }) =>
    `Its setup creates its own partitions in ${both(bytes)} of free space.`,
  'propose.shrink': ({ volume, bytes }: { volume: string; bytes: number }) =>
    `Shrinks ${quoted(volume)} to ${both(bytes)}.`,
  'propose.efi': ({ strategy }: { strategy: string }) => `EFI system partition: ${lowered(strategy)}.`,
  'propose.create': ({ role, bytes }: { role: string; bytes: number }) =>
    `Creates ${role} of ${both(bytes)}.`,
  'propose-no.room': ({ system, bytes, known }: { system: string; bytes: number; known: boolean }) =>
    `${system} needs ${both(bytes)} in one piece, and no volume on the disk can give that much${
      known ? '' : ' as far as is known. Enter under As found how much space each volume uses'
    }.`,
  'propose-no.loader': () =>
    'There is no place for its boot loader: no choice for the EFI system partition works here.',
  'propose-no.part': ({ role, bytes }: { role: string; bytes: number }) =>
    `There is not enough free space for ${role} of ${both(bytes)}.`,

  'size.becomes': ({ volume, bytes }: { volume: string; bytes: number }) =>
    `${quoted(volume)} becomes ${both(bytes)}`,
  'size.slide': ({ volume, bytes }: { volume: string; bytes: number }) =>
    `${quoted(volume)} becomes ${both(bytes)}, and its neighbours move`,
  'size.create': ({ role, bytes }: { role: string; bytes: number }) =>
    `a new ${role} of ${both(bytes)} in the largest free space`,
  'size.delete': ({ volume }: { volume: string }) => `${quoted(volume)} is deleted`,
  'size-no.none': () => 'There is none now, and the size is 0.',
  'size-no.gap': ({ bytes }: { bytes: number }) => `No free space is large enough for ${both(bytes)}.`,
  'size-no.needed': ({ volume }: { volume: string }) => `${quoted(volume)} is needed and cannot be 0.`,
};

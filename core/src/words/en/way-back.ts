import { extentText, type Extent } from './steps/shared.js';
import { and, both, MODE, quoted, STYLE, type Mode, type Style } from './format.js';

/** How each step is undone, and what cannot be. */
const setupMade = (devices: readonly string[] | null): string => {
  if (devices === null) return '';
  const listed = devices.length > 0 ? `, likely ${and(devices)}` : '';
  return `. Delete the partitions that its setup made in the free space it was given${listed}, and no others`;
};

export const wayBack = {
  'back.grow-back': ({ volume, extent }: { volume: string; extent: Extent }) =>
    `Grow ${quoted(volume)} back to ${both(extent.bytes)}: the partition first, ${extentText(extent)}`,
  'back.shrink-back': ({ volume, extent }: { volume: string; extent: Extent }) =>
    `Shrink ${quoted(volume)} back to ${both(extent.bytes)}: the file system first, then the partition, ${extentText(extent)}`,
  'back.move-back': ({ volume, from, to }: { volume: string; from: number; to: number }) =>
    `Move ${quoted(volume)} back: its start from sector ${from} to sector ${to}`,
  'back.delete-new': ({ volume, bytes }: { volume: string; bytes: number }) =>
    `Delete the new ${quoted(volume)}, ${both(bytes)}`,
  'back.list-again': (p: { volume: string; device: string; extent: Extent }) =>
    `Add ${quoted(p.volume)} to the table again as ${p.device}: ${extentText(p.extent)}. Do not format it`,
  'back.old-table': ({ copied }: { copied: boolean }) =>
    `${
      copied
        ? 'Write the table of the safety copy back.'
        : 'Enter the old table again by hand, each partition with its start and its size as found.'
    } Every volume that stays lies again where this table lists it; check that before you write`,
  'back.no-table': () => 'Clear the first and the last MiB of the disk: it had no partition table',
  'back.table-entries': ({ style }: { style: Style }) =>
    `Change the table back to the way it lists partitions as found (${STYLE[style]}), each entry at the place where its volume is now. Do not write the safety copy yet: it lists volumes where they do not lie`,
  'back.container': ({ extent }: { extent: Extent }) =>
    `Set the extended partition back: ${extentText(extent)}`,
  'back.no-container': () => 'Delete the extended partition again',
  'back.active': () => 'Set the active mark as it was found',
  'back.type': ({ volume }: { volume: string }) => `Set the type of ${quoted(volume)} as it was found`,
  'back.name': ({ volume }: { volume: string }) =>
    `Set the partition name of ${quoted(volume)} as it was found`,
  'back.label': ({ volume }: { volume: string }) => `Set the label of ${quoted(volume)} as it was found`,
  'back.delete-file': ({ system, volume }: { system: string; volume: string }) =>
    `Delete the file of ${system} on ${quoted(volume)}, and its entry in the boot menu`,
  'back.uninstall-uefi': ({ system, made }: { system: string; made: readonly string[] | null }) =>
    `Remove the boot entry of ${system} from the list of the firmware, and its directory from the EFI system partition${setupMade(made)}`,
  'back.uninstall-bios': (p: {
    system: string;
    copied: boolean;
    /** A system that was there before, whose boot code stood in the first sector. */
    before: string | null;
    made: readonly string[] | null;
  }) =>
    `${
      p.copied
        ? 'Write the first 440 bytes of the safety copy back: the boot loader that was there. What follows them in that sector is the table; leave it alone'
        : p.before === null
          ? `No other system needs the boot code that ${p.system} wrote to the first sector: it may stay`
          : `Let the repair tools of ${p.before} write its boot loader to the first sector of the disk again`
    }${setupMade(p.made)}`,
  'back.reinstalled': ({ system }: { system: string }) =>
    `Restore the old ${system} from its backup or its recovery medium, and let that write its boot loader again. What was there before stays: remove no boot entry`,
  'back.redo-start': ({ system }: { system: string }) =>
    `Make ${system} start as before, with its own repair tools`,
  'back.firmware-mode': ({ mode }: { mode: Mode }) => `Set the firmware back to ${MODE[mode]} mode`,
  'back.mount-table': ({ system }: { system: string }) =>
    `Put the old /etc/fstab of ${system} back in place of the new one`,
  'back.safe-start': ({ system }: { system: string }) =>
    `Let ${system} start as usual again: at a command prompt as administrator, enter bcdedit /deletevalue {current} safeboot`,
  'back.controller-mode': () =>
    'Switch the storage controller back to RAID. A Windows that was started without it must be told first, as before',
  'back.secure-boot-on': () => 'Turn Secure Boot on again',
  'back.secure-boot-off': () => 'Turn Secure Boot off again',
  'back.resume': ({ volume }: { volume: string }) => `Resume the encryption of ${quoted(volume)}`,

  'back.remake': ({ volume, extent }: { volume: string; extent: Extent }) =>
    `Make ${quoted(volume)} again at its old size, ${extentText(extent)}, and restore its files from the backup: its file system cannot shrink`,
  'loss.grown': ({ volume, step }: { volume: string; step: number }) =>
    `Step ${step} grows ${quoted(volume)} for good: its file system cannot shrink again. To return to its old size it must be made again, and its files restored from the backup.`,
  'loss.formatted': ({ volume, step }: { volume: string; step: number }) =>
    `Step ${step} formats ${quoted(volume)}. From then on only the backup has its files.`,
  'loss.replaced': ({ volume, step }: { volume: string; step: number }) =>
    `Step ${step} puts a new system in the place of the one in ${quoted(volume)}. Its setup sets the files aside; from then on only the backup has the old system, its programs and settings.`,
  'loss.written-over': ({ volume, step }: { volume: string; step: number }) =>
    `Step ${step} writes over ${quoted(volume)}. Until then its entry can be restored, with its files. Afterwards only the backup has them.`,
};

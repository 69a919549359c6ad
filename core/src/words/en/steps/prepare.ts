import { and, both, count, MODE, type Mode, quoted } from '../format.js';
import { FROM_ANOTHER_DISK, say, unhibernateOther, unhibernateWindows } from './shared.js';

/** What is done before the disk is changed. */
export const prepare = {
  'step.backup': ({
    usedBytes,
    unknown,
    systems,
  }: {
    usedBytes: number;
    unknown: number;
    /** Those that are installed by now. */
    systems: readonly string[];
  }) =>
    say(
      'Back up everything on the disk to another disk',
      [
        `Copy all files to a disk outside this machine. ${
          usedBytes === 0
            ? 'It is not known how much space is in use.'
            : `At least ${both(usedBytes)} is in use${unknown > 0 ? `; the space used on ${count(unknown, 'other volume')} is not known` : ''}.`
        }`,
        ...(systems.length > 0
          ? [`Create a recovery medium of ${and(systems)}, with its own tool where it has one.`]
          : []),
      ],
      ['Three files that you picked at random open from the backup on another machine.'],
      'A copy on another partition of the same disk is not a backup.',
    ),
  'step.safety-copy': (from: {
    source: 'captured' | 'kept' | 'sectors' | 'list';
    /** How many partitions the disk has. */
    partitions: number;
    /** How many of them a record of their own lists, which is saved as well. */
    logicals: number;
    /** In a running Windows; else in macOS. */
    windows: boolean;
    /** The machine was started from a medium, which is no place for the copy. */
    live: boolean;
    day: string;
    files: readonly string[];
    /** Whether a reading told what the disk is called. */
    deviceTold: boolean;
  }) => {
    const title = 'Keep a safety copy of the partition table';
    const size = 'Both files have 1 048 576 bytes, and neither is on this disk.';
    switch (from.source) {
      case 'captured':
        return say(
          title,
          [
            `Keep the captured files ${and(from.files.map(quoted))} of ${from.day} on a USB stick, together with this runbook. They are the safety copy.`,
          ],
          [size],
          FROM_ANOTHER_DISK,
        );
      case 'kept':
        return say(
          title,
          [
            `Choose Safety copy under As found, and save the file on a USB stick together with this runbook. It holds the sectors of the table as read on ${from.day}.`,
            'If the disk has changed since then, read it again first.',
          ],
          ['The page READ-ME-FIRST in it opens on another machine, and shows this disk’s size and ID.'],
          FROM_ANOTHER_DISK,
        );
      case 'sectors':
        return say(
          title,
          [
            `${from.live ? 'Plug in another USB stick than the one that the machine was started from.' : 'Plug in a USB stick.'} The first command lists it: find its line by its size and model.`,
            'Enter the second command, and mount the stick at /mnt/stick: type sudo mount, the name of its partition with /dev/ in front, and /mnt/stick.',
            ...(from.deviceTold
              ? []
              : [
                  'Where the commands do not say what D is, type D=/dev/ and the name of this disk, as found above.',
                ]),
            `Enter the other commands. They save the first and the last MiB of this disk${from.logicals === 0 ? '' : `, and ${count(from.logicals, 'record')} of logical partitions`}, and do nothing while no stick is mounted there.`,
          ],
          ['head.bin and tail.bin have 1 048 576 bytes each, and neither is on this disk.'],
          FROM_ANOTHER_DISK,
        );
      case 'list':
        return say(
          title,
          [
            from.windows
              ? 'Plug in a USB stick, and note its letter. Open PowerShell as administrator, and type $T= and that letter with its colon in quotation marks, like $T="E:".'
              : 'Plug in a USB stick. Open a terminal, and type T= and the path of the stick in quotation marks, like T="/Volumes/STICK".',
            from.windows
              ? 'Enter the commands. They write to the stick where each partition starts, how long it is, its type and its ID.'
              : 'Enter the command. It writes to the stick where each partition starts, how long it is, its type and its ID.',
          ],
          [
            `The file table.txt on the stick opens on another machine, and lists the ${count(from.partitions, 'partition')} of this disk.`,
          ],
          'From this list each entry can be made again in its place. It holds no boot loader.',
        );
    }
  },
  'step.prepare-medium': ({ system, mode }: { system: string; mode: Mode }) =>
    say(
      `Prepare the installation medium of ${system}`,
      [
        'Download it from its maker, and compare its checksum with the published one.',
        'Write it to a USB stick of its own.',
      ],
      [
        mode === 'uefi'
          ? 'The boot menu of this machine lists the stick with an entry marked UEFI.'
          : 'The boot menu of this machine lists the stick with an entry that is not marked UEFI.',
      ],
      'Everything on the stick is lost. Make sure that the target is the stick, not a disk.',
    ),
  'step.prepare-live': ({ mode, use }: { mode: Mode; use: 'steps' | 'way-back' }) =>
    say(
      use === 'steps'
        ? 'Prepare a live medium of a Linux'
        : 'Prepare a live medium of a Linux, for the way back',
      [
        'Download the medium of a Linux that can be tried without installing it, and compare its checksum with the published one.',
        'Write it to a USB stick of its own.',
      ],
      [
        mode === 'uefi'
          ? 'The boot menu of this machine lists the stick with an entry marked UEFI.'
          : 'The boot menu of this machine lists the stick with an entry that is not marked UEFI.',
      ],
      'Everything on the stick is lost. Make sure that the target is the stick, not a disk.',
    ),
  'step.recovery-key': ({ volume }: { volume: string }) =>
    say(
      `Write down the recovery key of ${quoted(volume)}`,
      [
        'Show the recovery key of the encrypted volume in its own system, and write it on paper.',
        'Keep the paper away from the machine.',
      ],
      ['The key ID on the paper is the one that the system shows.'],
      'A key that is stored only on this disk, or in an account that you cannot reach from another machine, does not help.',
    ),
  'step.unhibernate': ({ system, windows }: { system: string; windows: boolean }) =>
    windows ? unhibernateWindows(system) : unhibernateOther(system),
  'step.suspend-protection': ({ volume }: { volume: string }) =>
    say(
      `Suspend the encryption of ${quoted(volume)}`,
      [
        'Suspend the protection in the system that encrypted the volume. Do not decrypt it. Suspend it until you resume it, not for one restart only.',
      ],
      ['The volume is shown as encrypted, with its protection suspended.'],
      'If protection is active while the firmware, the boot loader or the table changes, the next start asks for the recovery key.',
    ),
  'step.firmware-mode': ({ mode }: { mode: Mode }) =>
    say(
      `Switch the firmware to ${MODE[mode]} mode`,
      [
        'Write the old setting on paper.',
        mode === 'uefi'
          ? 'Turn legacy support off, or set the boot mode to UEFI only.'
          : 'Turn legacy support on, and set the boot mode to legacy or BIOS.',
      ],
      [`The boot menu lists the installation medium in ${MODE[mode]} mode.`],
      'A system that was installed in the other mode does not start until you switch back.',
    ),
  'step.safe-start': ({ system }: { system: string }) =>
    say(
      `Let ${system} start in safe mode next time`,
      ['Open a command prompt as administrator, and enter the command. Do not restart yet.'],
      ['It says that the operation was completed.'],
    ),
  'step.controller-mode': () =>
    say(
      'Switch the storage controller from RAID to disks as they are',
      [
        'Write the old setting on paper.',
        'Set the storage or SATA mode to AHCI, or turn RAID off, and save.',
      ],
      ['The firmware setup lists the disk with its own model name.'],
      'If the RAID joins several disks into one, do not switch: their data is lost. A Windows that was not told first stops with an error; switching back makes it start again.',
    ),
  'step.usual-start': ({ system }: { system: string }) =>
    say(
      `Let ${system} start as usual again`,
      [
        `${system} starts in safe mode, and loads the driver that it needs from now on. Open a command prompt as administrator, and enter the command.`,
        'Restart.',
      ],
      [`${system} starts as before, without “Safe Mode” in the corners of the screen.`],
    ),
  'step.secure-boot-on': () =>
    say(
      'Turn on Secure Boot',
      ['Set Secure Boot to enabled, with the keys that are there, and save.'],
      [
        'The summary of the firmware shows Secure Boot as enabled.',
        'Every system starts: the next steps start each of them.',
      ],
      'If a system does not start any more, turn it off again: nothing is lost.',
    ),
  'step.secure-boot-off': () =>
    say(
      'Turn off Secure Boot',
      ['Set Secure Boot to disabled, and save.'],
      ['The summary of the firmware shows Secure Boot as disabled.'],
      'Do not clear or reset the keys. An encrypted volume may ask for its recovery key at the next start.',
    ),
};

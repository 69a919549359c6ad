import { findingText as say } from './findings/index.js';
import { and, quoted } from './format.js';

/** What is found in the boot entries of a firmware, and how they stand to the plan once it was carried out. */
export const entries = {
  'entries.as-planned': () => 'The boot entries of the firmware are as planned.',
  'entries.unseen': ({ system }: { system: string }) =>
    `No boot entry is clearly that of ${system}. Look in the boot menu of the firmware whether it is there under another name.`,
  'entries.left': ({ entry, number }: { entry: string; number: string }) =>
    `The entry ${quoted(entry)} (${number}) is still there, and its system is not. Remove it in the firmware setup.`,
  'entries.first-is': ({ system, planned }: { system: string; planned: string }) =>
    `${system} is first in the boot order; planned is ${planned}. Set the boot order again.`,
  'entries.order-is': ({ planned }: { planned: readonly string[] }) =>
    `The boot order is another one than planned: ${and(planned)}.`,
  'finding.entry-lost': ({ entry, emptied }: { entry: string; emptied: boolean }) =>
    say(
      `The boot entry ${quoted(entry)} will lead nowhere`,
      emptied
        ? 'Its partition is formatted in this plan, and the boot loader on it is lost. The next installation adds its own entry. Remove this one in the firmware setup at the end.'
        : 'Its partition is deleted in this plan. Remove the entry in the firmware setup at the end, when every system boots by another one.',
    ),
  'finding.entry-nowhere': ({ entry }: { entry: string }) =>
    say(
      `The boot entry ${quoted(entry)} leads nowhere`,
      'It names a partition that is not on this disk, and no other disk is known. It may be left from a system that is gone. Firmware passes over it, or waits at it: remove it in the firmware setup.',
    ),
  'finding.entry-twice': ({ entry }: { entry: string }) =>
    say(
      `Several boot entries are called ${quoted(entry)}`,
      'The boot menu shows only the name, so they look alike. Try which one starts the system, and remove the others in the firmware setup.',
    ),
  'finding.entry-missing': ({ system }: { system: string }) =>
    say(
      `${system} has no boot entry of its own`,
      'It starts only while its boot loader lies where firmware looks without an entry, or while another boot loader lists it. The next installer may write over that place. Start it once before you begin, and have its boot entry written.',
    ),
};

import { and, binary, both, count, MODE, quoted, type Mode } from './format.js';
import { say } from './steps/shared.js';

const range = ({ least, most }: { least: number; most: number }) =>
  least === most ? both(most) : `${both(least)} to ${both(most)}`;

const cutAfter = (bytes: number): string =>
  `If power fails ${bytes === 0 ? '' : `after ${binary(bytes)} are copied and `}before it is done`;

/** What blkid(8) prints of a volume. */
export interface Printed {
  readonly type: string;
  readonly label: string;
  readonly uuid: string;
}

const printed = ({ type, label, uuid }: Printed): string =>
  [`TYPE="${type}"`, label && `LABEL="${label}"`, uuid && `UUID="${uuid}"`].filter(Boolean).join(' ');

/** Where steps are done, how long, and what a power cut costs. */
export const runbook = {
  'place.running': ({ system }: { system: string }) => `In ${system}, as it is now`,
  'place.anywhere': () => 'Before you start, on any machine',
  'place.firmware': ({ startupManager }: { startupManager: boolean }) =>
    startupManager ? 'In the startup manager' : 'In the firmware setup',
  'place.live': () => 'In a live session',
  'place.live-from': ({ system }: { system: string }) => `In a live session from the medium of ${system}`,
  'place.installer': ({ system }: { system: string }) => `In the installer of ${system}`,
  'place.first-start': ({ system }: { system: string }) => `In ${system}, started after the machine was off`,
  'place.the-system': () => 'the system',

  'lane.anywhere': () => 'any machine',
  'lane.system': ({ system }: { system: string }) => system,
  'lane.firmware': ({ startupManager }: { startupManager: boolean }) =>
    startupManager ? 'startup manager' : 'firmware setup',
  'lane.live': () => 'live session',
  // The name first: where there is little room the end is cut off.
  'lane.installer': ({ system }: { system: string }) => `${system}: installer`,

  'note.running': ({ first }: { first: boolean }) =>
    first
      ? 'Nothing is changed yet. Keep the machine on mains power from here to the end.'
      : 'The machine stays as it is.',
  'note.here': () => 'The machine stays on.',
  'note.firmware': ({ startupManager }: { startupManager: boolean }) =>
    startupManager
      ? 'Switch the machine off and on, and hold the key of its startup manager: it has no firmware setup.'
      : 'Restart, and press the key that the machine shows for its setup.',
  'note.live': ({ mode, from }: { mode: Mode; from: string | null }) =>
    `Restart from ${from === null ? 'the live medium' : `the installation medium of ${from}`} in ${MODE[mode]} mode (the entry ${mode === 'uefi' ? 'marked' : 'that is not marked'} UEFI in the boot menu), and choose to try it, not to install.`,
  'note.installer-here': () =>
    'Start the installer in the same live session, and choose to partition by hand. Never choose to use or erase the whole disk.',
  'note.installer': ({ mode }: { mode: Mode }) =>
    `Start its medium in ${MODE[mode]} mode, and choose to partition by hand. Never choose to use or erase the whole disk.`,
  'note.arriving': (p: {
    /** From cold; else by a restart. */
    cold: boolean;
    system: string;
    mode: Mode;
    /** The firmware has a startup manager in the place of a boot menu. */
    startupManager: boolean;
    meets: 'itself' | 'own-menu' | 'menu' | 'own-entry' | 'not-told' | 'none';
    /** Whether it can be chosen in the firmware too: it is no file in another's volume. */
    hasEntry: boolean;
    /** Whose loader comes first, where that is another one's. */
    first: string | null;
  }) => {
    const go = p.cold
      ? 'Shut down, wait, and switch on again without the medium.'
      : 'Restart without the medium.';
    const byKey = p.startupManager
      ? `hold the key of the startup manager, and choose ${p.system}`
      : `press the key of the firmware’s boot menu, and choose the entry of ${p.system}`;
    switch (p.meets) {
      case 'itself':
        return `${go} ${p.system} starts at once.`;
      case 'own-menu':
        return `${go} The boot menu of ${p.system} appears, with ${p.system} first.`;
      case 'menu':
        return p.mode === 'uefi' && p.hasEntry
          ? `${go} The boot menu of ${p.first} appears: choose ${p.system}. If it is not listed there, restart, ${byKey}.`
          : `${go} The boot menu of ${p.first} appears: choose ${p.system}.`;
      case 'own-entry':
        return `${go} ${p.first} is first: as the machine switches on, ${byKey}.`;
      case 'not-told':
        return p.mode === 'uefi'
          ? `${go} Which system is first was not told. If another starts, restart, ${byKey}.`
          : `${go} Which system is first was not told. If a boot menu appears, choose ${p.system}.`;
      case 'none':
        return p.mode === 'uefi'
          ? `${go} Nothing that is left starts ${p.system} by itself: ${byKey}, if it is listed there.`
          : `${go} Nothing that is left starts ${p.system} by itself.`;
    }
  },

  'page.look-first': () => 'Look first',
  'shell.look-first': (p: { size: string; holds: Printed | null; newEnd: boolean }) =>
    `${p.newEnd ? 'Once the partition is as planned, the' : 'The'} second line must show ${p.size}${p.holds ? `, the third ${printed(p.holds)}` : ''}. If anything else is shown, stop: nothing is lost yet.`,
  'shell.file-system-first': () => 'The file system, before its partition:',
  'page.look-then': () => 'Look again',
  'shell.look-then': ({ whole, holds }: { whole: boolean; holds: Printed | null }) =>
    [
      ...(whole ? ['The first line must report no errors.'] : []),
      ...(holds ? [`The ${whole ? 'second' : 'line'} must show ${printed(holds)}.`] : []),
      'If not, go no further.',
    ].join(' '),
  'shell.script-step': () => 'Or by the script of this phase, from the stick:',
  'script.phase': ({ name, stick, byHand }: { name: string; stick: string; byHand: readonly number[] }) =>
    say(
      'Or let a script do this phase',
      [
        `Copy ${name} from the zip to a USB stick, another than the one that the machine was started from. Plug it in, and find it with the first command.`,
        `Enter the second command, and mount the stick: type sudo mount, the name of its partition with /dev/ in front, and ${stick}. Then enter the third.`,
        `It shows each step, checks the disk, asks, changes it, and checks again. Interrupted, it continues where it stopped.${byHand.length === 0 ? '' : ` It leaves ${byHand.length === 1 ? 'step' : 'steps'} ${and(byHand.map(String))} to you, and waits.`}`,
      ],
      ['It says that this phase is done.'],
      'If it stops, it writes nothing more: read what it expected, what it found, and what to do now.',
    ),
  'shell.untried': ({ family }: { family: string }) =>
    `No test of this app ran these lines in a real ${family}. If one of them answers with an error, stop there.`,
  'page.continued': () =>
    'Where a line of a command ends with \\, or in Windows with ^, the command goes on in the next line: enter all of its lines. Where a line of a file ends with ↩, it goes on in the next line; the mark is not typed.',

  'exposed.change': ({ volumes }: { volumes: readonly string[] }) =>
    `If power fails now, ${and(volumes.map(quoted))} may need repair, or the backup.`,
  'exposed.copy': (p: {
    volumes: readonly string[];
    fromBytes: number;
    data: { least: number; most: number } | null;
  }) =>
    `${cutAfter(p.fromBytes)}, all of ${and(p.volumes.map(quoted))} is lost${
      p.data ? ` (${range(p.data)})` : ''
    }. Until then the old place is intact.`,

  'exposed.unlisted': (p: { volumes: readonly string[]; fromBytes: number; lost: string | null }) =>
    `${p.lost === null ? '' : `${p.lost} `}${cutAfter(p.fromBytes)}, ${and(p.volumes.map(quoted))} ${p.volumes.length === 1 ? 'is' : 'are'} not listed any more, though the data is still there: do not create anything in that place, and write the list of logicals again from this runbook.`,

  'time.short': () => 'under a minute',
  'time.up-to': ({ most, unit }: { most: number; unit: 'min' | 'h' }) => `up to ${most} ${unit}`,
  'time.about': ({ least, most, unit }: { least: number; most: number; unit: 'min' | 'h' }) =>
    least === most ? `${most} ${unit}` : `${least}–${most} ${unit}`,

  'order.circle': ({ moved }: { moved: readonly string[] }) =>
    `The steps of this plan cannot be put in order: ${
      moved.length > 0 ? `${and(moved.map(quoted))} are` : 'some partitions are'
    } in each other’s way, and no free space on the disk can hold one of them for a while. Leave free space, move only one of them, or move one by way of a backup.`,
  'order.too-many': ({ most }: { most: number }) =>
    `The steps of this plan cannot be put in order: on the way the table would list more than ${most} partitions. Delete one first, in a plan of its own.`,
  'order.place': ({ parts }: { parts: readonly string[] }) =>
    `The steps of this plan cannot be put in order: on the way ${and(parts)} would be where the table cannot list them. Divide the change into two plans.`,
  'order.container': () => 'the extended partition',
  'order.part': ({ name }: { name: string }) => quoted(name),

  'page.record': ({ at, remark }: { at: string | null; remark: string }) =>
    [at === null ? '' : `done ${at.slice(0, 10)} ${at.slice(11, 16)} UTC`, remark].filter(Boolean).join(': '),
  'page.noted': () => 'Noted',
  'sheet.install-here': () => 'install here',
  'sheet.install-over': () => 'install here, do not format',
  'sheet.use-keep': () => 'use, do not format',
  'sheet.format': () => 'format',
  'sheet.leave-alone': () => 'leave alone',
  'sheet.give-to-setup': () => 'give to its setup',
  'sheet.nothing': () => '—',
  'sheet.shrink': () => 'shrink',
  'sheet.move': () => 'move',
  'sheet.grow': () => 'grow',
  'sheet.delete': () => 'delete',
  'sheet.create-here': () => 'create in here',
  'sheet.taken': () => 'leave alone: a setup has made its partitions here',
  'sheet.change': () => 'change type, name or label',
  'sheet.contains': () => 'leave alone: it contains the lines below',

  'use.swap': () => 'use as swap',
  'use.mounted': ({ role, at }: { role: string; at: string }) => `${role}, mounted at ${at}`,

  'page.title': ({ machine }: { machine: string }) => `Runbook for ${machine}`,
  'page.brand': () => 'Rhizotome runbook',
  'page.about': (p: {
    device: string;
    bytes: number;
    restarts: number;
    time: string | null;
    madeAt: string;
  }) =>
    `Disk ${p.device}, ${both(p.bytes)} · ${count(p.restarts, 'restart')}${p.time === null ? '' : `, ${p.time} of copying within the disk`} · made ${p.madeAt} UTC`,
  'page.plan': ({ revision, digest }: { revision: number; digest: string }) =>
    `Plan after change ${revision}, ${digest}`,
  'page.day': ({ time, longest }: { time: string; longest: { step: number; time: string } | null }) =>
    `Allow ${time} for all of it, by rules of thumb.${longest === null ? '' : ` The longest step is ${longest.step}, with ${longest.time}.`}`,
  'page.moment': ({ done, of }: { done: number; of: number }) =>
    done === 0
      ? 'Before the first step'
      : done === of
        ? `After the last step, ${of}`
        : `After step ${done} of ${of}`,
  'now.files': ({ copied }: { copied: boolean }) =>
    copied ? 'Files: copied elsewhere' : 'Files: not copied yet',
  'now.table': ({ copy }: { copy: 'none' | 'list' | 'sectors' }) =>
    ({ none: 'Table: not copied yet', list: 'Table: its entries written down', sectors: 'Table: copied' })[
      copy
    ],
  'now.protection': ({
    volume,
    protection,
    key,
  }: {
    volume: string;
    protection: 'on' | 'suspended' | 'not-told';
    key: boolean;
  }) =>
    `Encryption of ${volume}: ${{ on: 'on', suspended: 'suspended', 'not-told': 'not told' }[protection]}, recovery key ${key ? 'on paper' : 'not on paper yet'}`,
  'now.asleep': ({ system }: { system: string }) =>
    `${system}: may hold its volumes open when it is shut down`,
  'page.listed': () => 'What you see here',
  'page.listed-about': ({ listing }: { listing: 'windows' | 'linux' | 'macos' }) =>
    ({
      windows:
        'Windows counts in 1024s and writes GB for it. Compare size, content and label before you pick a line.',
      linux: 'Some tools count in thousands, some in 1024s: one of the two sizes is the one you see.',
      macos: 'macOS counts in thousands. Compare size, content and label before you pick a line.',
    })[listing],
  'page.listed-heads': ({ listing }: { listing: 'windows' | 'linux' | 'macos' }) => [
    ...(listing === 'linux' ? ['Linux name', 'Binary', 'Decimal'] : ['Place', 'Size']),
    'Content',
    'Label',
    'Partition',
    'What to do',
  ],
  'page.terms': () => 'What the words mean',
  'page.sheet': () => 'Recognition sheet: the disk when all is done',
  'page.sheet-about': () =>
    'Compare the disk with this at the end. Some environments write GB for the binary figure.',
  'page.sheet-heads': () => [
    'Place',
    'Linux name',
    'Partition',
    'Binary',
    'Decimal',
    'Content',
    'Label',
    'Type',
  ],
  'page.then-found': () => 'as found',
  'page.then-planned': () => 'as planned',
  'page.then-now': () => 'at this moment',
  'page.lost': () => 'What cannot be undone',
  'page.section': () => 'The disk as found and as planned, from its start down to its end',
  'page.restart': () => 'restart',
  'page.continue': () => 'Continue when',
  'page.watch-out': () => 'Watch out',
  'page.exposed': () => 'Power cut',
  'page.blocked': () => 'This plan cannot work yet:',
  'page.at-risk': () => 'Data is at risk:',
  'page.boot': () => 'How each system boots',
  'page.boot-heads': () => ['System', 'How it boots', 'What its updates change', 'How to repair that'],
  'page.mounts': () => 'Mount tables',
  'page.mounts-about': ({ byInstaller }: { byInstaller: boolean }) =>
    byInstaller
      ? 'Its installer writes /etc/fstab. Compare it with this: what the installer formatted has a UUID of its own.'
      : '/etc/fstab when all is done. UUIDs that are not on the disk yet are those that the commands of the steps give.',
  'page.mounts-heads': () => ['Source', 'Mount point', 'Type', 'Options', 'Dump, pass', 'Why'],
  'page.mounts-fits': ({ read }: { read: boolean }) =>
    read ? 'The mount table on the disk fits the plan.' : 'This table fits the plan.',
  'page.mounts-present': () => 'The mount table that was read does not fit the plan:',
  'page.way-back': () => 'Way back',
  'page.way-back-about': () =>
    'To restore the disk as found: begin at the line that undoes the last step you did, and go on from there.',
  'page.all-undone': () => 'Every step of this plan can be undone.',
  'page.undoes': ({ where, step }: { where: string; step: number }) => `${where}; undoes step ${step}`,
};

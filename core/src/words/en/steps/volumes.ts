import type { TypedSize } from '../../../quantity/index.js';
import { and, binary, both, quoted } from '../format.js';
import {
  type Extent,
  extentText,
  type Inside,
  insideText,
  LAYER,
  LAYER_OF_VOLUMES,
  type Line,
  line,
  mounting,
  opened,
  say,
  type Subvolume,
  typed,
  typedIn,
} from './shared.js';

export interface Layers {
  readonly luks: boolean;
  readonly lvm: boolean;
}

/** From the inside out: cryptsetup-resize(8), lvreduce(8), pvresize(8). */
const shrinkLayers = ({ luks, lvm }: Layers, insideEnd: TypedSize, end: Extent): string[] => [
  ...(luks
    ? [
        'Make a copy of the header of the encrypted container on another disk, and open the container with its passphrase.',
      ]
    : []),
  ...(lvm
    ? [
        'Shrink a file system and the volume it is on, the file system first, until the volume group has that much free space at its end.',
        'Shrink the physical volume of the group.',
      ]
    : ['Check the file system inside, and shrink it.']),
  `Leave 20 MiB for headers: everything inside has to fit into ${typed(insideEnd)}.`,
  ...(luks ? ['Shrink the opened container to that, and close it.'] : []),
  `Then shrink the partition: let it end at sector ${end.last} (${typed(end.size)}).`,
];

/** From the outside in. */
const growLayers = ({ luks, lvm }: Layers): string[] => [
  ...(luks
    ? ['Open the encrypted container: it takes all of the partition. If it was open, resize it.']
    : []),
  ...(lvm
    ? ['Grow the physical volume of the group, then the volume that gets the space, then its file system.']
    : ['Then grow the file system inside.']),
];

const MADE: Readonly<Record<keyof typeof LAYER, string>> = {
  luks: 'a new encrypted container',
  lvm: 'a new volume group',
  'luks-lvm': 'a new encrypted container with a volume group in it',
};

/** What is done to volumes, and to what is in them. */
export const volumes = {
  'step.check-volume': ({
    volume,
    content,
    readOnly,
    inside,
    windows,
  }: {
    volume: string;
    content: string;
    readOnly: boolean;
    /** A container or a group, in which the file systems are. */
    inside: (Line & Layers) | null;
    /** In a Windows: whether it runs from this volume, or knows it by a letter. */
    windows: 'running' | 'other' | null;
  }) =>
    say(
      `Check ${quoted(volume)} for errors`,
      inside
        ? [
            ...opened(line(inside), inside.luks, inside.lvm),
            'Check each file system inside with its own tool. The container or group itself has nothing to check.',
          ]
        : readOnly
          ? [
              `Check the ${content} volume with its own tool, reading only. Never have it repaired as routine: a repair can destroy what could still be read.`,
              'If errors are reported, copy the files to another disk first, and go no further with this plan.',
            ]
          : windows === 'running'
            ? [
                'Open a command prompt as administrator and enter the command. It checks the volume while Windows runs from it, and corrects what can be corrected.',
                'If it asks for an offline repair, restart once: Windows repairs the volume as it starts. Then check it again.',
              ]
            : [
                `Check the ${content} volume with its own system’s tool, and have errors corrected that it finds.${windows === 'other' ? ' At a command prompt as administrator that is chkdsk, the letter of the volume with a colon, and /f.' : ''}`,
              ],
      [
        inside || readOnly || windows === 'running'
          ? 'No errors are reported.'
          : 'A second check reports no errors.',
      ],
      'Changing a volume that has errors can damage it further.',
    ),
  'step.shrink': (p: {
    volume: string;
    toBytes: number;
    fromBytes: number;
    /** Free space behind it then, with what was free before. */
    freeBytes: number;
    /** Place among the partitions on the disk, where its own system does it, and what its tool asks for. */
    own: { number: number; of: number; typed: TypedSize; asks: 'amount-to-take-away' | 'new-size' } | null;
    floorBytes: number | null;
    layers: Layers;
    /** Where it ends afterwards. */
    end: Extent;
    /** How much room is left for what is inside a container or group. */
    insideEnd: TypedSize;
  }) =>
    say(
      `Shrink ${quoted(p.volume)} to ${both(p.toBytes)}`,
      p.own
        ? [
            `Open the disk tool of the system that owns it and choose ${quoted(p.volume)}: now ${both(p.fromBytes)}, number ${p.own.number} of ${p.own.of} in the order on the disk.`,
            p.own.asks === 'amount-to-take-away'
              ? `Enter the amount to take away: ${typed(p.own.typed)}. The tool counts in 1024s.`
              : `Enter the new size of its partition: ${typed(p.own.typed)}. The tool uses decimal units. When it offers a new partition in the freed space, choose free space.`,
          ]
        : p.layers.luks || p.layers.lvm
          ? shrinkLayers(p.layers, p.insideEnd, p.end)
          : [
              `Shrink the file system first. Then shrink the partition, and let it end at sector ${p.end.last} (${typed(p.end.size)}), no earlier. A tool that does both does it in this order.`,
            ],
      [
        `The volume is shown with ${both(p.toBytes)}, followed by ${binary(p.freeBytes)} of free space.`,
        ...(p.floorBytes === null ? [] : [`It was not made smaller than ${both(p.floorBytes)}.`]),
      ],
      p.own
        ? 'If the tool offers less than this, stop: files that cannot be moved are in the way. Enter the limit it shows under As found, and plan again.'
        : 'Never shrink the partition before the file system: that cuts data off.',
    ),
  'step.verify-start': ({ system }: { system: string }) =>
    say(
      `Restart ${system} and check that it works`,
      ['Restart it once, and log in.', 'Open a few files of each user.'],
      [
        'It starts without asking for repair, and shows the new size of its volume.',
        'All its volumes are there.',
      ],
      'If it does not start, do not go on. Restore it first.',
    ),
  'step.delete': ({
    line: at,
    own,
  }: {
    line: Line;
    /** Place among the partitions on the disk, where a system deletes it in its own disk tool. */
    own: { number: number; of: number } | null;
  }) =>
    say(
      `Delete ${quoted(at.name)}`,
      own
        ? [
            `Open the disk tool and choose ${quoted(at.name)}: ${both(at.bytes)}, number ${own.number} of ${own.of} in the order on the disk. It may be shown without a name and without a letter.`,
            'Delete this one, and make nothing new in its place.',
          ]
        : [`Delete ${line(at)}.`],
      ['Only this partition is gone, and the free space has its size.'],
      'Compare number, size and label with the line above before you confirm. If the tool offers to discard the space (TRIM), do not: until something is written there, the partition can still be brought back.',
    ),
  'step.move': (p: {
    line: Line;
    where: 'place' | 'back-to-place' | 'aside';
    fromSector: number;
    toSector: number;
    /** Where an interrupted copy loses data: which end is copied first. */
    direction: 'forward' | 'backward' | null;
  }) =>
    say(
      `Move ${quoted(p.line.name)}${p.where === 'aside' ? ' out of the way' : p.where === 'back-to-place' ? ' to its place' : ''}`,
      [
        `Move the start of ${line(p.line)} from sector ${p.fromSector} to sector ${p.toSector}.`,
        ...(p.where === 'aside' ? ['It stays there until its own place is free.'] : []),
        'Do not interrupt it.',
      ],
      ['A check of the volume reports no errors, and its files are there.'],
      `The volume must not be mounted. Use mains power, and turn sleep off.${
        p.direction === null
          ? ''
          : ` If you copy it by hand, copy ${p.direction === 'forward' ? 'from its first sector on' : 'from its last sector backwards'}.`
      }`,
    ),
  'step.grow': ({
    volume,
    toBytes,
    layers,
    end,
    all,
    own,
  }: {
    volume: string;
    toBytes: number;
    layers: Layers;
    end: Extent;
    /** Whether it takes all the free space behind it. */
    all: boolean;
    /** In the disk tool of its own system: which one it is, and what that asks for. */
    own: { number: number; of: number; typed: TypedSize } | null;
  }) =>
    say(
      `Grow ${quoted(volume)} to ${both(toBytes)}`,
      own
        ? [
            `Open the disk tool of the system that owns it, and extend ${quoted(volume)}: number ${own.number} of ${own.of} in the order on the disk.`,
            all
              ? 'Let it take all of the free space behind it.'
              : `Enter ${typed(own.typed)}, and leave the rest of the free space behind it free.`,
          ]
        : [
            `Grow the partition first: let it end at sector ${end.last} (${typed(end.size)})${all ? ', which takes all of the free space behind it' : ''}.`,
            ...(layers.luks || layers.lvm ? growLayers(layers) : ['Then grow the file system on it.']),
          ],
      [`It is shown with ${both(toBytes)}, and a check reports no errors.`],
    ),
  'step.create': (p: {
    volume: string;
    bytes: number;
    after: string | null;
    /** As the tool asks for it; `all`: it takes what is left there. */
    size: { all: boolean; typed: readonly TypedSize[] };
    extent: Extent;
    type: string;
    name: string;
    label: string;
    content: 'placeholder' | 'setup' | 'later' | 'none' | 'swap' | 'file-system';
    /** The system that formats it later. */
    formattedBy: string;
    /** `tool`: the disk tool of a system that is there. `installer`: as a system is installed. `live`: with any tool of a live session. */
    where: 'tool' | 'installer' | 'live';
    /** What it is mounted at, or used as; only an installer asks. */
    use: string;
    fileSystem: string;
    device: string;
    layer: keyof typeof LAYER | null;
    inside: readonly Inside[];
    subvolumes: readonly Subvolume[];
    efi: boolean;
  }) => {
    const label = p.label ? `, label ${p.label}` : '';
    const content = {
      placeholder: `Use any file system that the tool offers: it only holds the place, and the installer formats it later.${p.label ? ` Give it the label ${p.label}, so that you find it there.` : ''} It needs no letter.`,
      setup: `Do not format it: the setup of ${p.formattedBy} does.`,
      later: `Do not format it: ${p.formattedBy} does that in a step of its own.`,
      none: 'Do not create a file system on it.',
      swap: `Make it swap${label}.`,
      'file-system': `Format it as ${p.fileSystem}${label}.`,
    }[p.content];
    const title = `Create ${quoted(p.volume)}, ${both(p.bytes)}`;
    const subvolumes = p.subvolumes.length > 0 ? [`In it, ${mounting('', p.subvolumes, false)}.`] : [];
    const inside = p.inside.map((v) => `Inside it, create ${insideText(v)}.`);
    const behind = p.after === null ? 'the start of the disk' : quoted(p.after);
    const warning = p.layer
      ? (p.inside.length > 0 ? LAYER_OF_VOLUMES : LAYER)[p.layer]
      : p.efi
        ? 'Set the type as well as the file system: firmware does not start from a FAT volume of another type.'
        : null;
    if (p.where !== 'live')
      return say(
        title,
        [
          `Choose the free space after ${behind}, and create a partition at its beginning: ${p.size.all ? `all that is left there (about ${binary(p.bytes)})` : typedIn(p.size.typed)}.`,
          ...(p.where === 'installer' ? [`Use: ${p.use}.`] : []),
          ...(inside.length > 0 ? inside : [content]),
          ...subvolumes,
        ],
        [
          p.where === 'installer'
            ? `The list shows it as ${p.device}, right after ${behind}; the other lines are unchanged.`
            : `It is listed with ${both(p.bytes)}; the volumes beside it are unchanged.`,
        ],
        warning,
      );
    return say(
      title,
      [
        `Use the free space after ${behind}: create it ${extentText(p.extent)}.`,
        `Set the type to ${p.type}${p.name ? `, and the partition name to ${p.name}` : ''}.`,
        ...(inside.length > 0 ? inside : [content]),
        ...subvolumes,
      ],
      [`It is listed as ${p.device}; the partitions beside it are unchanged.`],
      warning,
    );
  },
  'step.format': (p: {
    line: Line;
    content: string;
    label: string;
    /** Place among the partitions on the disk, in a system that knows no Linux names. */
    listed: { number: number; of: number } | null;
    /** Whether something was in it. */
    held: boolean;
    layer: keyof typeof LAYER | null;
    inside: readonly Inside[];
  }) =>
    say(
      `Format ${quoted(p.line.name)}`,
      p.layer
        ? [
            `Make ${MADE[p.layer]} on ${line(p.line)}.`,
            ...(p.inside.length > 0
              ? p.inside.map((v) => `Inside it, create ${insideText(v)}.`)
              : [`Inside it, create a file system: ${p.content}${p.label ? `, label ${p.label}` : ''}.`]),
            (p.inside.length > 0 ? LAYER_OF_VOLUMES : LAYER)[p.layer],
          ]
        : [
            p.listed === null
              ? `Format ${line(p.line)} as ${p.content}${p.label ? `, label ${p.label}` : ''}.`
              : `In the disk tool, format the volume of ${both(p.line.bytes)}, number ${p.listed.number} of ${p.listed.of} in the order on the disk, as ${p.content}${p.label ? `, label ${p.label}` : ''}. A quick format is enough.`,
          ],
      [p.label ? `It is empty, and has the label ${p.label}.` : 'It is empty.'],
      p.held
        ? 'Its old content is lost. No other line may be marked for formatting.'
        : 'Other systems’ volumes are offered for formatting as well, since this one cannot read them. Format no other line.',
    ),
  'step.change-inside': (p: {
    line: Line;
    luks: boolean;
    lvm: boolean;
    deleted: readonly Inside[];
    made: readonly Inside[];
    formatted: readonly Inside[];
    left: readonly string[];
  }) =>
    say(
      `Change the volumes inside ${quoted(p.line.name)}`,
      [
        ...opened(line(p.line), p.luks, p.lvm),
        ...p.deleted.map((v) => `Delete the volume ${v.name}, ${typed(v.size)}.`),
        ...p.made.map((v) => `Create ${insideText(v)}.`),
        ...p.formatted.map((v) => `Format the volume ${insideText(v)}.`),
      ],
      [
        p.left.length === 0
          ? 'No volumes are listed inside.'
          : `Inside are ${and(p.left)}, and no others. Those that no line above names are unchanged.`,
      ],
      p.deleted.length + p.formatted.length > 0
        ? 'What is deleted or formatted here is lost. The partition around it is not changed: no tool may be told to create it again.'
        : 'The partition around it is not changed: no tool may be told to create it again.',
    ),
  'step.set-label': ({
    line: at,
    label,
    own,
  }: {
    line: Line;
    label: string;
    /** Place among the partitions on the disk, where a system does it in its own disk tool. */
    own: { number: number; of: number } | null;
  }) =>
    say(
      label === ''
        ? `Remove the label of ${quoted(at.name)}`
        : `Change the label of a volume to ${quoted(label)}`,
      [
        own
          ? `Open the disk tool and choose ${quoted(at.name)}: ${both(at.bytes)}, number ${own.number} of ${own.of} in the order on the disk. ${label === '' ? 'Remove its label.' : `Set its label to ${label}.`}`
          : label === ''
            ? `Remove the volume label of ${at.device}, ${both(at.bytes)}.`
            : `Set the volume label of ${at.device}, ${both(at.bytes)}, to ${label}.`,
      ],
      ['It is listed with the new label; its files are there.'],
      'Mount tables that use the old label must be changed too.',
    ),
};

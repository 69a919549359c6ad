import { and, both, capital, quoted, STYLE, type Style } from '../format.js';
import { type Disk, disk, type Extent, extentText, type Line, say } from './shared.js';

/** What is done to the table and its entries. */
export const table = {
  'step.new-table': ({ style, disk: where }: { style: Style; disk: Disk }) =>
    say(
      `Write a new ${STYLE[style]} partition table`,
      [disk(where), `Write an empty ${STYLE[style]} table.`],
      [`The disk is listed as ${STYLE[style]}, without any partition.`],
      'This erases everything on the disk. Compare model, size and content of the disk once more.',
    ),
  'step.repair-table': ({ damage }: { damage: readonly string[] }) =>
    say(
      'Repair the partition table',
      [
        ...damage,
        'Let a partition tool write the intact copy over the damaged one. It does not change what the partitions contain.',
      ],
      ['A check of the table reports both copies as valid.'],
    ),
  'step.convert-table': ({ style, disk: where }: { style: Style; disk: Disk }) =>
    say(
      `Convert the table to ${STYLE[style]} in place`,
      [
        disk(where),
        `Use a tool that lists the same partitions in a ${STYLE[style]} table, each with its start and its size unchanged.`,
        'Write down what the tool is about to write, and compare it with the sheet before you confirm.',
      ],
      [
        `The disk is listed as ${STYLE[style]}, and every partition has the start and the size it had.`,
        'A file can be read from every volume that stays.',
      ],
      'A tool that offers to write a new, empty table is the wrong one. From here on no system on this disk starts until its boot files are written again.',
    ),
  'step.container': (p: { change: 'create' | 'grow' | 'shrink' | 'delete'; extent: Extent | null }) => {
    const title = `${capital(p.change)} the extended partition`;
    return p.extent
      ? say(
          `${title}: ${both(p.extent.bytes)}`,
          [`Let it reach ${extentText(p.extent)}.`],
          ['Every logical partition in it is listed as before, with its start and its size.'],
          'It is listed like a partition, but it only contains others. Never format it.',
        )
      : say(
          title,
          ['Delete it. It contains no partition any more.'],
          ['Only the extended partition is gone; every primary is unchanged.'],
          'Everything that is still in it would be lost with it.',
        );
  },
  'step.relist': (p: {
    extent: Extent | null;
    changed: readonly { name: string; logical: boolean; extent: Extent; device: string }[];
  }) =>
    say(
      'Change primary and logical partitions, without changing what they contain',
      [
        p.extent ? `Set the extended partition: ${extentText(p.extent)}.` : 'Remove the extended partition.',
        ...p.changed.map(
          (c) =>
            `List ${quoted(c.name)} as a ${c.logical ? 'logical' : 'primary'}: ${extentText(c.extent)}. It is ${c.device} afterwards.`,
        ),
      ],
      ['Each has the start and the size it had, and a file can be read from it.'],
      'Only the list changes. Nothing is formatted, and no start moves by a single sector.',
    ),
  'step.set-active': ({ marked }: { marked: readonly { name: string; device: string }[] }) =>
    say(
      marked.length === 1
        ? `Mark ${and(marked.map((m) => quoted(m.name)))} active`
        : 'Change the active mark',
      [...marked.map((m) => `Mark ${m.device} active.`), 'Remove the mark from every other partition.'],
      ['Exactly the partitions named here are marked active.'],
    ),
  'step.set-type': ({ line: at, type, typeId }: { line: Line; type: string; typeId: string }) =>
    say(
      `Set the type of ${quoted(at.name)} to ${type}`,
      [`Set the type of ${at.device}, ${both(at.bytes)}, to ${type} (${typeId}).`],
      ['It is listed with the new type; its content is unchanged.'],
    ),
  'step.set-name': ({ line: at, name }: { line: Line; name: string }) =>
    say(
      name === '' ? `Remove the partition name of ${quoted(at.name)}` : `Name a partition ${quoted(name)}`,
      [
        name === ''
          ? `Remove the name that the table gives ${at.device}, ${both(at.bytes)}.`
          : `Set the partition name of ${at.device}, ${both(at.bytes)}, to ${name}. It stands in the table, and is not the label of the volume.`,
      ],
      ['It is listed with the new name; its content is unchanged.'],
    ),
};

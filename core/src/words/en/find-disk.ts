import { and, both, or, quoted } from './format.js';
import { say, type Disk } from './steps/shared.js';

/** How many partitions are named, so that a disk is known by them. */
const MOST_NAMED = 6;

/** How the disk is found before anything is written to it. */
export const findDisk = {
  'find.disk': (p: {
    disk: Disk;
    /** Identifier of its table. */
    id: string | null;
    /** Other disks that cannot be told from it by their size. */
    alike: readonly { readonly name: string; readonly bytes: number }[];
    /** What its partitions are called by then, in disk order. */
    holds: readonly string[];
    /** Whether it is listed under a name of Linux there. */
    named: boolean;
    /** In a live session: whether a command finds it, or its name is typed. `null`: it is picked from a list. */
    typed: 'by-command' | 'by-hand' | null;
  }) => {
    const others = p.disk.others.filter((other) => !p.alike.some((a) => a.name === other.name));
    const named = p.holds.slice(0, MOST_NAMED).map(quoted);
    const more = p.holds.length - named.length;
    return say(
      'Find the disk',
      [
        p.typed === null
          ? 'Look at the list of disks before you choose anything in it.'
          : p.typed === 'by-command'
            ? 'Enter the commands. The first lists all disks, the second finds this one by a partition on it, the third shows what is on it.'
            : 'Enter the first command. It lists all disks. Type D=/dev/ and the name of this one, then enter the second command: it shows what is on it.',
        `This disk has ${both(p.disk.bytes)}${p.disk.model === null ? '' : `, and the model ${quoted(p.disk.model)}`}${p.id === null ? '' : `; the ID of its table is ${p.id}`}.`,
        p.holds.length === 0
          ? 'No partition is on it.'
          : `On it, from start to end: ${and(more > 0 ? [...named, `${more} more`] : named)}.`,
        ...(!p.named
          ? []
          : p.disk.assumed
            ? [`A Linux usually calls such a disk ${p.disk.device}. That is a guess: go by the facts above.`]
            : [
                `It was called ${p.disk.device} when it was read. Names can change at every start: go by the facts above.`,
              ]),
        ...(p.alike.length > 0
          ? [
              `${and(p.alike.map((a) => `${quoted(a.name)} (${both(a.bytes)})`))} ${p.alike.length === 1 ? 'has' : 'have'} the same size: size does not tell these disks apart. ${p.disk.model === null ? 'The model of this disk was not told: go by what is on it.' : 'Go by the model and by what is on it.'}`,
            ]
          : []),
        ...(others.length > 0
          ? [`It is not ${or(others.map((o) => `${quoted(o.name)}, ${both(o.bytes)}`))}.`]
          : []),
      ],
      ['One disk fits all of this, and only one.'],
      'If none fits, or more than one does, stop here: nothing has been changed.',
    );
  },
};

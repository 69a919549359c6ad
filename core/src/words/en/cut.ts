import { binary, count, quoted } from './format.js';

export interface Line {
  readonly device: string;
  readonly volume: string;
}

/** What to do after the power failed in a step. */
export const cut = {
  'cut.read': () =>
    'Start from a live medium, and read the disk again before anything else. Do not mount or check this volume yet.',
  'cut.move-early': ({ volume, fromBytes, step }: Line & { fromBytes: number; step: number }) =>
    `If you know that less than ${binary(fromBytes)} had been copied, ${quoted(volume)} is whole at its old place: check it there, and begin step ${step} again.`,
  'cut.move-late': ({ volume, step }: Line & { fromBytes: number; step: number }) =>
    `If more had been copied, or if you do not know, do not begin step ${step} again: ${quoted(volume)} is whole at neither place. Copy the whole disk to another one, create ${quoted(volume)} at its new place as step ${step} says, format it, and restore its files from the backup.`,
  'cut.move-again': ({ volume, step }: Line & { fromBytes: number; step: number }) =>
    `${quoted(volume)} is whole at its old place, since the copy does not write there. Begin step ${step} again.`,
  'cut.check': ({ volume, device }: Line) =>
    `Check ${quoted(volume)} (${device}) with the tool of its own system. If it reports errors that it cannot correct, restore its files from the backup.`,
  'cut.table': () =>
    'List the disk. If its table is damaged, write the safety copy back: it does not touch what the partitions hold.',
  'cut.again': ({ step }: { step: number }) => `Do step ${step} again from its beginning.`,
  'cut.back': (p: { count: number; step: number }) =>
    `Or go back: the way back begins with the line that undoes step ${p.step}, and has ${count(p.count, 'step')}.`,
  'cut.as-found': () => 'Or stop here: nothing on the disk has been changed.',
};

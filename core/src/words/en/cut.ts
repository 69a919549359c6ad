import { binary, count, quoted } from './format.js';

export interface Line {
  readonly device: string;
  readonly volume: string;
}

/** What to do after the power failed in a step: what is done first, what is asked, its answers, and the ways on from each. */
export const cut = {
  'cut.read': () =>
    'Start from a live medium, and read the disk again before anything else. Do not mount or check this volume yet.',
  'cut.check': ({ volume, device }: Line & { step: number }) =>
    `Check ${quoted(volume)} (${device}) with the tool of its own system, before anything mounts it.`,
  'cut.list': () => 'List the disk, and compare it with the table at this moment.',
  'cut.ask-moved': ({ volume, fromBytes }: Line & { fromBytes: number; step: number }) =>
    `Is ${quoted(volume)} whole at its old place? It is if less than ${binary(fromBytes)} had been copied: what the copying tool said last tells that, or the reading, compared under “Where does the disk stand?”.`,
  'cut.ask-check': ({ volume }: Line & { step: number }) =>
    `Did the check of ${quoted(volume)} end without errors, or with all of them corrected?`,
  'cut.ask-table': () => 'How is the disk listed?',
  'cut.when-yes': () => 'Yes',
  'cut.when-no': () => 'No, or nobody knows',
  'cut.when-before': () => 'As before the step',
  'cut.when-after': () => 'As the step says',
  'cut.when-neither': () => 'Otherwise, or not at all',
  'cut.when-any': () => 'Nothing is harmed',
  'cut.whole-there': ({ volume }: Line) =>
    `${quoted(volume)} is whole at its old place: the copy does not write there`,
  'cut.again': ({ step }: { step: number }) => `Do step ${step} again from its beginning.`,
  'cut.go-on': ({ step }: { step: number }) => `The step is done. Go on with step ${step}.`,
  'cut.copy-back': ({ step }: { step: number }) =>
    `Write the safety copy back: it does not touch what the partitions hold. Then do step ${step} again.`,
  'cut.restore-moved': ({ volume, step }: Line & { step: number }) =>
    `Copy the whole disk to another one. Then create ${quoted(volume)} at its new place as step ${step} says, format it, restore its files from the backup, and go on with step ${step + 1}.`,
  'cut.restore': ({ volume, step }: Line & { step: number }) =>
    `Format ${quoted(volume)} at the size that step ${step} says, restore its files from the backup, and go on with step ${step + 1}.`,
  'cut.back': (p: { count: number; step: number }) =>
    `Go back: the way back begins with the line that undoes step ${p.step}, and has ${count(p.count, 'step')}.`,
  'cut.as-found': () => 'Stop here: nothing on the disk has been changed.',
};

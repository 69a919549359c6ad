/** The disk at a moment of the procedure. */
export const moment = {
  'moment.pane': () => 'The disk at a moment',
  'moment.slider': () => 'Go along the procedure',
  'moment.back': () => 'One step back',
  'moment.on': () => 'One step on',
  'moment.likely': (size: string) => `≈ ${size}`,
  'moment.table': () => 'The table at this moment',
  'moment.safety': () => 'Copies, keys and sleep at this moment',
  'moment.then': () => 'then',
  'moment.practice': (after: number) => `Practice disk after step ${after}`,
  'moment.next': (number: number) => `Step ${number}:`,
  'moment.safe': () => 'Nothing is lost. Start again, and do the step once more.',
  'moment.do': () => 'Show the disk after it',
  'moment.end': () => 'All steps are done.',
  'standing.title': () => 'Where does the disk stand?',
  'standing.about': () =>
    'After a step, after a mishap, or at the end: read the disk again, and see which steps are done and what is otherwise than planned. The plan is not changed by it.',
  'standing.rebase': () => 'Go on from this reading',
  'standing.rebase-about': () =>
    'The plan keeps what it wants, and rests on the disk as it is now: only what is left to do is listed. Undo takes it back.',
  'standing.never-begun': (step: number) => `Step ${step} was never begun`,
  'standing.space': () => 'Space in use',
  'standing.open-journal': () => 'Open the journal of a script',
  'standing.no-journal': () =>
    'This file is no journal of a script. Its name ends with .journal, and it lies beside the script on the USB stick.',
  'standing.read': () => 'Read the disk again and compare',
  'standing.tick': (done: number) => (done === 1 ? 'Mark step 1 as done' : `Mark steps 1 to ${done} as done`),
  'moment.show': (number: number) => `Show the disk before step ${number}`,
};

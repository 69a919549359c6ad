/** The disk at a moment of the procedure. */
export const moment = {
  'moment.pane': () => 'The disk at a moment',
  'moment.slider': () => 'Go along the procedure',
  'moment.back': () => 'One step back',
  'moment.on': () => 'One step on',
  'moment.table': () => 'The table at this moment',
  'moment.then': () => 'then',
  'moment.practice': (after: number) => `Practice disk after step ${after}`,
  'moment.next': (number: number) => `Step ${number}:`,
  'moment.safe': () => 'Nothing is lost. Start again, and do the step once more.',
  'moment.do': () => 'Show the disk after it',
  'moment.end': () => 'All steps are done.',
  'moment.show': (number: number) => `Show the disk before step ${number}`,
};

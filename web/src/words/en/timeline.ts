/** What is said along the procedure. */
export const timeline = {
  'timeline.title': () => 'The whole procedure',
  'timeline.exposed': () => 'data at risk',
  'timeline.time': () => 'time, least to most',
  'timeline.minutes': (n: number) => `${n} min`,
  'timeline.hours': (n: number) => `${n} h`,
  'cut.try': () => 'If the power fails in this step',
  'cut.hide': () => 'Hide',
  'cut.title': (step: number) => `If the power fails in step ${step}`,
  'cut.lost': () => 'May be lost',
  'cut.unlisted': () => 'Not listed any more',
  'cut.whole': () => 'Whole',
  'cut.nothing': () => 'nothing',
  'cut.next': () => 'Then',
  'cut.or': () => 'or',
};

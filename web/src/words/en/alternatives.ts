/** The page on which plans are compared. */
export const alternatives = {
  'alternatives.data-moved': () => 'data moved',
  'alternatives.copying-time': () => 'copying time',
  'alternatives.steps-at-risk-from': () => 'steps at risk from a power cut',
  'alternatives.partitions-deleted-or-erased': () => 'partitions deleted or erased',
  'alternatives.not-there': () => 'not there',
  'alternatives.nothing-yet': () => 'nothing yet',
  'alternatives.alternatives': () => 'Alternatives',
  'alternatives.save-plan-under-name': () =>
    'Save this plan under a name, change it, and compare. Using an alternative is one change, and can be undone.',
  'alternatives.name-alternative': () => 'Name of the alternative',
  'alternatives.what-special-about-plan': () => 'What is special about this plan',
  'alternatives.save-plan': () => 'Save this plan',
  'alternatives.loading-alternatives': () => 'Loading alternatives…',
  'alternatives.there-no-alternatives-yet': () =>
    'There are no alternatives yet. Plans that you save are shown here next to the current plan.',
  'alternatives.current-plan': () => 'current plan',
  'alternatives.more': (name: string) => `More for ${name}`,
  'alternatives.use-plan': () => 'Use this plan',
  'alternatives.best': () => ', the best',
  'alternatives.same-all': () => 'the same in all',
  'alternatives.not-based-reading-disk': () => 'It is not based on a reading of the disk.',
  'alternatives.enough': () => 'enough',
};

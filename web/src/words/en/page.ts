/** What a page says that is not there, not there yet, or has failed. */
export const page = {
  'page.does-not-exist': () => 'This page does not exist',
  'page.opening': () => 'Opening…',
  'caught.title': () => 'This page cannot be shown',
  'caught.why': () =>
    'Part of the app could not be loaded, or has failed. Your plan is kept, and the other pages work.',
  'caught.fault': (fault: string) => `What failed: ${fault}`,
  'caught.reload': () => 'Reload',
  'caught.undo': () => 'Undo the last change',
  'caught.save': () => 'Save the machine as a file',
};

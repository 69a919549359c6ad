/** What is said under open. */
export const open = {
  'open.other-changes-were-made': () =>
    'Other changes were made after the one to be undone. Look at the history, and undo it there.',
  'open.server-does-not-answer': () => 'The server does not answer; your changes are kept here. Try again.',
  'open.opening-machine': () => 'Opening the machine…',
  'open.try-again': () => 'Try again',
  'open.all-machines': () => 'All machines',
  'open.rhizotome': (name: string) => `${name} – Rhizotome`,
};

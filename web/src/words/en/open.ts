/** Opening a machine. */
export const open = {
  'open.other-changes-were-made': () =>
    'Other changes were made after the one to be undone. Look at the history, and undo it there.',
  'open.server-does-not-answer': () => 'The server does not answer; your changes are kept here. Try again.',
  'open.opening-machine': () => 'Opening the machine…',
  'open.rhizotome': (name: string) => `${name} – Rhizotome`,
};

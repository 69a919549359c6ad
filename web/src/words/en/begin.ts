/** How a machine is added from what is at hand. */
export const begin = {
  'begin.field': () => 'Paste a report or lsblk output here, or drop a file anywhere on this page',
  'begin.placeholder': () => 'Paste a report here, or drop a file',
  'begin.choose': () => 'Choose a file',
  'begin.how': () => 'How to get a report',
  'begin.kinds': () =>
    'A report of the machine, a disk image or capture, lsblk output, a plan as text, or a machine that was saved.',
  'begin.pasted': () => 'Pasted text',
  'begin.reading': (name: string) => `Reading ${name}…`,
  'begin.name': () => 'Name of the machine',
  'begin.disk': () => 'Disk to be divided',
  'begin.beside': () => 'Add beside it',
  'begin.nothing-yet': () => 'nothing yet',
  'begin.add': () => 'Add this machine',
  'begin.added': (name: string) => `“${name}” was added.`,
  'begin.open': () => 'Open it',
  'begin.forget': () => 'Discard',
  'begin.two-ends': () =>
    'These are the first and the last MiB of a disk. Add the machine by its name, and choose both files under As found.',
};

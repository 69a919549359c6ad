import { count } from '@rhizotome/core';

const day = (at: Date): string => at.toLocaleDateString('en-GB', { dateStyle: 'long' });

/** The stage Runbook, with mount tables and practice disks. */
export const runbook = {
  'without-server.opens': () =>
    'In this browser it opens while the server is off, too. Ticks are sent later.',
  'without-server.never': () =>
    'While the server is off this runbook cannot be opened again in this browser: save it as one file, or print it.',
  'paper.title': () => 'Is a printed runbook still right?',
  'paper.signs': () => 'The twelve letters and digits on its first page',
  'paper.check': () => 'Check',
  'paper.same': (edits: number) =>
    edits === 0
      ? 'Yes: it is of the plan as it is now.'
      : 'Yes: since it was printed, steps were ticked off or changes taken back, and the plan is the same.',
  'paper.other': (edits: number) =>
    `No: the plan was changed after it was printed (${count(edits, 'change')} since). Print it again.`,
  'paper.not-of-this-machine': () =>
    'No: it is not of this machine, or of a plan that this server does not have. Check the signs.',
  'runbook.done-at': (time: Date) =>
    `done on ${time.toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}`,
  'runbook.note': (number: number) => `Note on step ${number}`,
  'runbook.add-note': () => 'Add a note',
  'runbook.add-note-to': (number: number) => `Add a note to step ${number}`,
  'runbook.other-size': () => 'It has another size',
  'runbook.other-size-of': (number: number) => `It has another size than in step ${number}`,
  'runbook.size-now': () => 'Size it has now',
  'runbook.size-now-about': () =>
    'The step is ticked off, and the steps that follow go on from this size. For all else that went otherwise, read the disk again above.',
  'runbook.other-size-refused': (why: string) =>
    `${why} Read the disk again above, and go on from what is there.`,
  'runbook.line': (line: number) => `Line ${line}: `,
  'runbook.copy-or-check-table': () => 'Copy it, or check a table against the plan',
  'runbook.copied': () => 'Copied',
  'runbook.copy-as-etc-fstab': () => 'Copy as /etc/fstab',
  'runbook.paste-etc-fstab': () => 'Paste /etc/fstab',
  'runbook.mount-table-check': (name: string) => `Mount table of ${name} to check`,
  'runbook.created-not-formatted': (unformatted: string) => `Created. Not formatted: ${unformatted}.`,
  'runbook.created': () => 'Created.',
  'runbook.could-not-be-created': (why: string) => `It could not be created: ${why}.`,
  'runbook.practice-disks': () => 'Practice disks',
  'runbook.try-steps-virtual-machine': () =>
    'Try the steps in a virtual machine first. The image (qcow2, less than 1 MiB) has the true size and the same partition table. EFI system partitions and swap are formatted; all other partitions are empty.',
  'runbook.practice-disk-as-found': () => 'Practice disk as found',
  'runbook.practice-disk-as-planned': () => 'Practice disk as planned',
  'runbook.how-to-practise': () => 'How to use one in a virtual machine',
  'runbook.restore-disk-as-found': (done: number) =>
    `To restore the disk as found from here, after step ${done}:`,
  'runbook.runbook': () => 'Runbook',
  'runbook.read-disk-first-runbook': () =>
    'Read the disk first. The runbook follows from it and from the plan.',
  'runbook.save-script': () => 'Save this phase as a script',
  'runbook.save-all': () => 'Save all as a zip',
  'runbook.save-all-about': () =>
    'The runbook as a page and as text, the sheets, the plan, mount tables, scripts for live sessions, practice disks, and the safety copy of the table',
  'runbook.on-paper': (at: Date) => day(at),
  'runbook.print': () => 'Print',
  'runbook.save-as-one-file': () => 'Save as one file',
  'runbook.plan-changes-nothing-so': () =>
    'This plan changes nothing, so there is nothing to do. Add a system, or change a partition under Layout.',
  'runbook.disk': (device: string, size: string) => `Disk ${device}, ${size}`,
  'runbook.restarts': (restarts: number) => count(restarts, 'restart'),
  'runbook.up-data-moved': (size: string, said: string) => `up to ${size} of data moved, ${said}`,
  'phone.open': () => 'On a phone',
  'phone.title': () => 'This runbook on a phone',
  'phone.about': () =>
    'Point the camera of a phone in the same network at the code. The server asks for its token once. What you tick off there is ticked off here.',
  'phone.code': (address: string) => `Code for ${address}`,
  'phone.only-here': () =>
    'The server answers this machine alone. To reach it from a phone in the same network, stop it, and start it with an address and a token of your own:',
  'phone.how': () => 'RHIZOTOME_HOST=0.0.0.0 RHIZOTOME_TOKEN=at-least-16-characters npm start',
  'phone.clear': () =>
    'Token and plan are sent unencrypted: do this in a network that you trust. Otherwise save the runbook as one file, and send that.',
  'after.title': () => 'Afterwards',
  'after.about': () =>
    'All systems start. Check what shows only when they run; updates are what most often changes how a machine starts.',
  'after.due': (from: Date) => `to be checked after ${day(from)}`,
  'after.overdue': (from: Date) => `to be checked since ${day(from)}`,
  'runbook.show-findings': () => 'Show findings',
};

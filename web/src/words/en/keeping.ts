const machines = (count: number) => `${count} machine${count === 1 ? '' : 's'}`;

/** Histories and alternatives that would not hold together. */
const leftOut = (count: number) =>
  count === 1
    ? 'A history or an alternative that does not hold together was left out.'
    : `${count} histories or alternatives that do not hold together were left out.`;

/** Backups, machines as files, and deleted machines. */
export const keeping = {
  'keeping.menu': () => 'Backup, files and deleted machines',
  'keeping.backup': () => 'Save a backup of all machines',
  'keeping.restore': () => 'Restore from a backup…',
  'keeping.open': () => 'Add a machine from a file…',
  'keeping.deleted': () => 'Deleted machines…',
  'keeping.backups': () => 'Automatic backups…',
  'keeping.save': () => 'Save as a file',
  'keeping.backup-file': (date: string) => `machines-${date}.sqlite`,
  'keeping.machine-file': (name: string) => `${name}.machine.json`,
  'keeping.restored': (done: {
    readonly added: number;
    readonly deleted: number;
    readonly renewed: number;
    readonly beside: number;
    readonly same: number;
    readonly damaged: number;
    readonly full: number;
    readonly left: number;
  }) =>
    [
      done.added > 0 && `${machines(done.added)} added.`,
      done.deleted > 0 && `${machines(done.deleted)} put among the deleted ones, as in the backup.`,
      done.renewed > 0 && `${machines(done.renewed)} brought up to the backup.`,
      done.beside > 0 && `${machines(done.beside)} added beside the present one, which has changed since.`,
      done.same > 0 && `${machines(done.same)} were there already, unchanged.`,
      done.damaged > 0 && `${machines(done.damaged)} could not be read.`,
      done.full > 0 && `${machines(done.full)} did not fit: the list is full.`,
      done.left > 0 && leftOut(done.left),
    ]
      .filter(Boolean)
      .join(' ') || 'The backup holds no machines.',
  'keeping.not-json': (file: string) =>
    `${file} is not a machine’s file: it is not JSON. Use a file that “Save as a file” made.`,
  'keeping.added': (left: number) =>
    ['The machine was added.', left > 0 && leftOut(left)].filter(Boolean).join(' '),
  'keeping.none-deleted': () => 'There are no deleted machines.',
  'keeping.deleted-title': () => 'Deleted machines',
  'keeping.put-back': () => 'Put back',
  'keeping.empty': () => 'Delete them for good',
  'keeping.empty-ask': (count: number) =>
    `${machines(count)} will be deleted for good, with plans and history. This cannot be undone.`,
  'keeping.empty-sure': () => 'Yes, delete for good',
  'keeping.cancel': () => 'Cancel',
  'keeping.ok': () => 'OK',
  'keeping.unreachable': () => 'The server does not answer. Is it still running?',
};

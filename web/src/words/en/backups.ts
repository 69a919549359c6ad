/** Backups that the server makes by itself. */
export const backups = {
  'backups.title': () => 'Automatic backups',
  'backups.about': () =>
    'While the server runs, what has changed is backed up every hour, and each backup is opened and replayed. The last of each hour, day and week is kept. Restoring writes over nothing: a machine that has changed since is put beside the present one.',
  'backups.none': () => 'None has been made yet. The first comes within the hour after a change.',
  'backups.loading': () => 'Looking for backups',
  'backups.machines': (count: number) => `${count} machine${count === 1 ? '' : 's'}`,
  'backups.faulty': (count: number) => `${count} not as written`,
  'backups.restore-all': () => 'Restore all',
  'backups.restore-all-of': (when: string) => `Restore all of ${when}`,
  'backups.show': () => 'Show them',
  'backups.show-of': (when: string) => `Machines in the backup of ${when}`,
  'backups.restore': () => 'Restore',
  'backups.restore-one': (machine: string) => `Restore ${machine}`,
  'backups.deleted': () => 'deleted',
  'backups.changes': (count: number) => `${count} change${count === 1 ? '' : 's'}`,
};

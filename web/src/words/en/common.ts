/** Words that mean the same wherever they stand. */
export const common = {
  'common.rename': () => 'Rename',
  'common.duplicate': () => 'Duplicate',
  'common.remove': () => 'Remove',
  'common.read-disk': () => 'Read the disk',
  'common.as-planned': () => 'as planned',
  'common.try-again': () => 'Try again',
  'common.all-machines': () => 'All machines',
  'common.too-small': () => 'too small',
  'common.delete': () => 'Delete',
  'common.undo': () => 'Undo',
};

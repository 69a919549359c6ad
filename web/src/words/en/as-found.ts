/** What is said of the disk as found. */
export const asFound = {
  'hand.used': () => 'Used',
  'hand.used-of': (row: number) => `Used in partition ${row}, as far as known`,
  'hand.start': () => 'Start from the disk as it is now',
  'found.encryption': (title: string) => `Encryption of ${title}`,
  'found.encrypted': (known: 'yes' | 'no' | 'unknown') =>
    ({ yes: 'encrypted', no: 'not encrypted', unknown: 'encryption not known' })[known],
};

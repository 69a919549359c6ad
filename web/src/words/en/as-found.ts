/** What is said of the disk as found. */
export const asFound = {
  'found.encryption': (title: string) => `Encryption of ${title}`,
  'found.encrypted': (known: 'yes' | 'no' | 'unknown') =>
    ({ yes: 'encrypted', no: 'not encrypted', unknown: 'encryption not known' })[known],
};

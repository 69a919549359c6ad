/** Parts that several stages share. */
export const parts = {
  'parts.rename': (name: string) => `Rename ${name}`,
  'parts.name': () => 'Name',
  'parts.up': (size: string) => `up to ${size}`,
  'parts.no-system-yet': () => 'no system yet',
  'parts.owners': (label: string) => `Owners of ${label}`,
  'parts.none': () => 'none',
  'parts.nothing': () => 'nothing',
};

/** What is said of systems. */
const SWAPS = {
  '': 'as advised',
  file: 'in a file',
  compressed: 'compressed in memory',
  volume: 'in a volume group',
  none: 'not at all',
} as const;

export const systems = {
  'systems.where': (name: string) => `Whether ${name} is on the disk`,
  'systems.origin': (origin: 'found' | 'new') => (origin === 'found' ? 'on the disk' : 'new'),
  'systems.kind': () => 'Kind',
  'systems.own-needs': () => 'changed by you',
  'systems.swap': () => 'Swap without a partition',
  'systems.swap-choice': (choice: keyof typeof SWAPS) => SWAPS[choice],
  'systems.hibernation-off': (windows: boolean) =>
    windows ? 'turn hibernation and fast startup off (a step)' : 'turn hibernation off (a step)',
};

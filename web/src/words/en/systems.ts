import { count } from '@rhizotome/core';

/** What is said of systems. */
const SWAPS = {
  '': 'as advised',
  file: 'in a file',
  compressed: 'compressed in memory',
  volume: 'in a volume group',
  none: 'not at all',
} as const;

const BECOMES = { stays: 'stays', reinstall: 'reinstall', retire: 'goes' } as const;
const LEVELS = { least: 'minimum', comfortable: 'comfortable', generous: 'generous' } as const;

const MAKERS = { installer: 'in its installer', prepared: 'before, in a live session' } as const;

export const systems = {
  'systems.where': (name: string) => `Whether ${name} is on the disk`,
  'systems.origin': (origin: 'found' | 'new') => (origin === 'found' ? 'on the disk' : 'new'),
  'systems.kind': () => 'Kind',
  'systems.own-needs': () => 'changed by you',
  'systems.swap': () => 'Swap without a partition',
  'systems.swap-choice': (choice: keyof typeof SWAPS) => SWAPS[choice],
  'systems.parts': () => 'Its partitions are created',
  'systems.parts-open': () => 'as it takes fewest restarts',
  'systems.parts-maker': (maker: keyof typeof MAKERS, restarts: number | null) =>
    restarts === null ? MAKERS[maker] : `${MAKERS[maker]} (${count(restarts, 'restart')} in all)`,
  'systems.medium-installs': () => 'its medium only installs: it cannot be tried first',
  'systems.hibernation-off': (windows: boolean) =>
    windows ? 'turn hibernation and fast startup off (a step)' : 'turn hibernation off (a step)',
  'systems.nothing-yet': () => 'nothing yet',
  'systems.enough-install': () => 'enough to install',
  'systems.given': () => 'Given',
  'systems.its-other-partitions': (size: string) => ` · ${size} on its other partitions`,
  'systems.shared': (size: string) => ` · ${size} shared`,
  'systems.where-installed': () => 'Where it is installed',
  'systems.partitions-its-own': () => 'on partitions of its own',
  'systems.as-one-file': (title: string) => `as one file in “${title}”`,
  'systems.size-file': () => 'Size of the file',
  'systems.systems': () => 'Systems',
  'systems.choose-which-systems-stay': () =>
    'Choose which systems stay, which are added or removed, and how much space each needs. The sizes are from the makers or rules of thumb; change them if you know better.',
  'systems.add-system': () => 'Add a system',
  'systems.boot-menu': () => 'Boot menu',
  'systems.boot-menu-is': () => 'Starts the others, belongs to none of them, and needs no partition',
  'systems.at-least': (size: string) => `at least ${size}`,
  'systems.there-no-systems-yet': () =>
    'There are no systems yet. Read the disk to list the installed ones, and add the new ones.',
  'systems.needs-uefi': () => 'needs UEFI',
  'systems.signed-secure-boot': () => 'signed for Secure Boot',
  'systems.its-setup-creates-its': () => 'its setup creates its own partitions',
  'systems.needs-its-own-boot': () => 'needs its own /boot',
  'systems.keeps-kernels-efi-partition': () => 'keeps kernels on the EFI partition',
  'systems.hibernates-or-uses-fast': () => 'hibernates or uses fast startup',
  'systems.name': () => 'Name',
  'systems.not-disk': () => 'Not on this disk',
  'systems.minimum': () => 'Minimum',
  'systems.comfortable': () => 'Comfortable',
  'systems.generous': () => 'Generous',
  'systems.reads-machines-clock-as': () => 'reads the machine’s clock as local time',
  'systems.purpose': () => 'Purpose',
  'systems.what-do-with': (name: string) => `What to do with ${name}`,
  'systems.give-space': (gone: boolean) =>
    gone ? 'Give its space to…' : 'Remove it, and give its space to…',
  'systems.enter-name': () => 'Enter a name.',
  'systems.becomes': (change: keyof typeof BECOMES) => BECOMES[change],
  'systems.mark': (level: keyof typeof LEVELS) => LEVELS[level],
};

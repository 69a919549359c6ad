import type { Role } from '../table/index.js';

/** What a role is called in the interface. */
export const ROLE_NAMES: Readonly<Record<Role, string>> = {
  efi: 'EFI system',
  reserved: 'Windows reserved',
  system: 'System volume',
  root: 'Root',
  home: 'Home',
  swap: 'Swap',
  boot: 'Boot',
  'bios-boot': 'BIOS boot',
  recovery: 'Recovery',
  data: 'Data',
  container: 'Extended partition',
  opaque: 'Part of a larger volume',
  other: 'Unknown purpose',
};

/** What a partition is called in the interface: its label, else its name, else what it is for. */
export function partitionTitle(p: {
  readonly label?: string | undefined;
  readonly name?: string | undefined;
  readonly role: Role;
}): string {
  return p.label || p.name || ROLE_NAMES[p.role];
}

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
  const name = p.name !== undefined && SAYS_NO_MORE.test(p.name) ? '' : p.name;
  return p.label || name || ROLE_NAMES[p.role];
}

/** Names that tools give by themselves: they are long, alike on every disk, and say no more than the role. */
const SAYS_NO_MORE = /^(?:efi system|basic data|reserved) partition$/i;

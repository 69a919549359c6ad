import type { SurveyPartition } from '../survey/index.js';
import type { Role } from '../table/index.js';
import { foundInside } from './inside/index.js';
import type { Planned } from './planned.js';

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

/** What a partition is called in the interface: its label, else its name, else what is inside of it, else what it is for. */
export function partitionTitle(p: {
  readonly label?: string | undefined;
  readonly name?: string | undefined;
  readonly role: Role;
  readonly inside?: readonly { readonly name: string }[] | undefined;
}): string {
  const name = p.name !== undefined && SAYS_NO_MORE.test(p.name) ? '' : p.name;
  const inside = (p.inside ?? []).slice(0, MOST_NAMED).map((v) => v.name);
  const more = (p.inside?.length ?? 0) > MOST_NAMED ? ' …' : '';
  return p.label || name || inside.join(', ') + more || ROLE_NAMES[p.role];
}

const MOST_NAMED = 3;

/** Names that tools give by themselves: they are long, alike on every disk, and say no more than the role. */
const SAYS_NO_MORE = /^(?:efi system|basic data|reserved) partition$/i;

/** What a surveyed partition is called, by what was read of it and what is said of it. */
export function foundTitle({ plan, survey }: Planned, found: SurveyPartition): string {
  return partitionTitle({
    label: found.volume?.label,
    name: found.name,
    role: plan.found[found.id]?.role ?? 'other',
    inside: foundInside(survey, found).map(({ volume }) => volume),
  });
}

import type { SurveyPartition } from '../survey/index.js';
import type { Role } from '../table/index.js';
import type { Phrase, Text } from '../words/index.js';
import { foundInside } from './inside/index.js';
import type { Planned } from './planned.js';

/** What a role is called in the interface. */
export const roleName = (role: Role): Phrase => ({ code: `role.${role}`, with: null });

/** The name of a role within a sentence. */
export const roleInSentence = (role: Role): Phrase => ({ code: `the-role.${role}`, with: null });

/** What a partition is called in the interface: its label, else its name, else what is inside of it, else what it is for. */
export function partitionTitle(p: {
  readonly label?: string | undefined;
  readonly name?: string | undefined;
  readonly role: Role;
  readonly inside?: readonly { readonly name: string }[] | undefined;
}): Text {
  const name = p.name !== undefined && SAYS_NO_MORE.test(p.name) ? '' : p.name;
  const inside = (p.inside ?? []).slice(0, MOST_NAMED).map((v) => v.name);
  const more = (p.inside?.length ?? 0) > MOST_NAMED ? ' …' : '';
  return p.label || name || inside.join(', ') + more || roleName(p.role);
}

const MOST_NAMED = 3;

/** Names that tools give by themselves: they are long, alike on every disk, and say no more than the role. */
const SAYS_NO_MORE = /^(?:efi system|basic data|reserved) partition$/i;

/** What a surveyed partition is called, by what was read of it and what is said of it. */
export function foundTitle({ plan, survey }: Planned, found: SurveyPartition): Text {
  return partitionTitle({
    label: found.volume?.label,
    name: found.name,
    role: plan.found[found.id]?.role ?? 'other',
    inside: foundInside(survey, found).map(({ volume }) => volume),
  });
}

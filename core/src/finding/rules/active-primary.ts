import { isActive, markActiveEdit, slotsOf } from '../../plan/index.js';
import { titleOf } from '../context.js';
import { fact, type Rule } from '../rule.js';

/** What a machine is started from, likeliest first. */
const START_ROLES = ['boot', 'system', 'root', 'data'] as const;

export const activePrimary: Rule = {
  id: 'active-primary',
  level: 'caution',
  basis: 'Common practice: the code in the MBR starts the one active primary',
  check: ({ plan, survey }) => {
    const slots = slotsOf({ plan, survey });
    if (!slots || plan.target.mode !== 'bios' || slots.primaries.length === 0) return [];
    const active = slots.primaries.filter((p) => isActive({ plan, survey }, p));
    if (active.length === 1) return [];
    const likely = START_ROLES.map((role) => slots.primaries.find((p) => p.role === role)).find((p) => p);
    return [
      {
        of: 'disk',
        title: active.length === 0 ? 'No active primary partition' : 'More than one active primary partition',
        why: 'In BIOS mode from an MBR, exactly one primary partition is marked active; a start without a chooser depends on it.',
        evidence: [fact('active', active.length === 0 ? 'none' : active.map(titleOf).join(', '))],
        partitions: active.map((p) => p.id),
        remedies: likely
          ? [{ title: `Mark ${titleOf(likely)} active`, edit: markActiveEdit({ plan, survey }, likely.id) }]
          : [],
      },
    ];
  },
};

import { message } from '../../words/index.js';
import { markActiveEdit } from '../../compose/index.js';
import { isActive, slotsOf } from '../../layout/index.js';
import { nameOf } from '../context.js';
import { listed, valueOf, fact, type Rule } from '../rule.js';

/** What a machine is started from, likeliest first. */
const START_ROLES = ['boot', 'system', 'root', 'data'] as const;

export const activePrimary: Rule = {
  id: 'active-primary',
  level: 'caution',
  check: (planned) => {
    const { plan } = planned;

    const slots = slotsOf(planned);
    // Drawn by hand, nobody has said which one is marked.
    const drawn =
      ['hand', 'notation'].includes(planned.survey.source.kind) &&
      plan.partitions.every((p) => p.active === undefined);
    if (drawn && plan.target.table === 'keep') return [];
    if (!slots || plan.target.mode !== 'bios' || slots.primaries.length === 0) return [];
    const active = slots.primaries.filter((p) => isActive(planned, p));
    if (active.length === 1) return [];
    const likely = START_ROLES.map((role) => slots.primaries.find((p) => p.role === role)).find((p) => p);
    return [
      {
        of: 'disk',
        says: message('finding.active-primary', { marked: active.length }),
        evidence: [fact('active', active.length === 0 ? valueOf('none') : listed(active.map(nameOf)))],
        partitions: active.map((p) => p.id),
        remedies: likely
          ? [
              {
                title: message('remedy.mark-active', { volume: nameOf(likely) }),
                edit: markActiveEdit(planned, likely.id),
              },
            ]
          : [],
      },
    ];
  },
};

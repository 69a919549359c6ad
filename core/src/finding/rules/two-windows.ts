import { mountPointsOf } from '../../plan/index.js';
import { isArriving } from '../../system/index.js';
import { message } from '../../words/index.js';
import { systemsThatStay } from '../context.js';
import { fact, listed, type Rule } from '../rule.js';

export const twoWindows: Rule = {
  id: 'two-windows',
  level: 'caution',
  check: (planned) => {
    const both = systemsThatStay(planned).filter((s) => s.family === 'windows' && !s.host);
    const later = both.find(isArriving);
    const earlier = both.find((s) => s !== later);
    if (!later || !earlier) return [];
    const { mode } = planned.plan.target;
    const shared = planned.plan.partitions.filter(
      (p) => (p.role === 'efi' || (p.active ?? false)) && both.some((s) => p.owners.includes(s.id)),
    );
    return [
      {
        of: later.id,
        says: message('finding.two-windows', { earlier: earlier.name, later: later.name, mode }),
        evidence: [
          fact('installed-systems', listed(both.map((s) => s.name))),
          ...shared.map((p) => fact('partition', mountPointsOf(p)[0] ?? p.id)),
        ],
        partitions: shared.map((p) => p.id),
        systems: both.map((s) => s.id),
      },
    ];
  },
};

import type { State } from '../../moment/index.js';
import { message } from '../../words/index.js';
import { systemsThatStay } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const tableConverted: Rule = {
  id: 'table-converted',
  level: 'hazard',
  check: (planned) => {
    const { plan, survey } = planned;
    if (plan.target.table !== 'convert') return [];
    const staying = systemsThatStay(planned).filter((s) => s.origin === 'found');
    return [
      {
        of: 'disk',
        says: message('finding.table-converted', {
          style: plan.target.style,
          mode: plan.target.mode,
          systems: staying.map((s) => s.name),
        }),
        evidence: [
          fact('from', survey.disk.style.toUpperCase()),
          fact('to', plan.target.style.toUpperCase()),
          fact('kept-partitions', String(plan.partitions.filter((p) => p.from !== null).length)),
        ],
        systems: staying.map((s) => s.id),
        from: ({ disk }: State) => disk.planned.plan.target.style === plan.target.style,
      },
    ];
  },
};

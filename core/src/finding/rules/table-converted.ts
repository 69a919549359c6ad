import { modeName } from '../../machine/index.js';
import { systemsThatStay } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const tableConverted: Rule = {
  id: 'table-converted',
  level: 'hazard',
  basis:
    'UEFI 2.10 §5.3: the table is written in other places; no start code of the old style is used by the new mode',
  check: (context) => {
    const { plan, survey } = context;
    if (plan.target.table !== 'convert') return [];
    const staying = systemsThatStay(context).filter((s) => s.origin === 'found');
    return [
      {
        of: 'disk',
        title: `The table is converted to ${plan.target.style.toUpperCase()} in place`,
        why:
          staying.length > 0
            ? `The partitions stay, but ${staying.map((s) => s.name).join(' and ')} cannot start until the start files are made anew in ${modeName(plan.target.mode)} mode. A mistake here can hide every partition: keep the safety copy on another medium.`
            : 'The partitions stay. A mistake here can hide every one of them: keep the safety copy on another medium.',
        evidence: [
          fact('from', survey.disk.style.toUpperCase()),
          fact('to', plan.target.style.toUpperCase()),
          fact('kept partitions', String(plan.partitions.filter((p) => p.from !== null).length)),
        ],
        systems: staying.map((s) => s.id),
      },
    ];
  },
};

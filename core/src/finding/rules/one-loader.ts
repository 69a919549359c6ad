import { startOf } from '../../start/index.js';
import { fact, type Rule } from '../rule.js';

export const oneLoader: Rule = {
  id: 'one-loader',
  level: 'advice',
  basis: 'Common practice: what lists the others must outlive them',
  check: ({ plan }) => {
    const { ways } = startOf(plan);
    const listing = new Set(ways.flatMap((w) => (w.by ? [w.by] : [])));
    return [...listing].flatMap((by) => {
      const listed = ways.filter((w) => w.by === by).map((w) => w.system);
      if (listed.length < 2) return [];
      return [
        {
          of: by.id,
          title: `${listed.length + 1} systems are started by one loader, that of ${by.name}`,
          why: `While ${by.name} is installed anew, or after it is gone, none of the others starts. Keep a live medium at hand, and write its loader again last.`,
          evidence: [fact('listed by it', listed.map((s) => s.name).join(', '))],
          systems: [by.id, ...listed.map((s) => s.id)],
        },
      ];
    });
  },
};

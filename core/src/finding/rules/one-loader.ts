import { message } from '../../words/index.js';
import { startOf } from '../../start/index.js';
import { listed, fact, type Rule } from '../rule.js';

export const oneLoader: Rule = {
  id: 'one-loader',
  level: 'advice',
  check: ({ plan }) => {
    const { ways } = startOf(plan);
    const listing = new Set(ways.flatMap((w) => (w.by ? [w.by] : [])));
    return [...listing].flatMap((by) => {
      const started = ways.filter((w) => w.by === by).map((w) => w.system);
      if (started.length < 2) return [];
      return [
        {
          of: by.id,
          says: message('finding.one-loader', { systems: started.length + 1, system: by.name }),
          evidence: [fact('listed-by-it', listed(started.map((s) => s.name)))],
          systems: [by.id, ...started.map((s) => s.id)],
        },
      ];
    });
  },
};

import { message } from '../../words/index.js';
import { ENTRY_COUNT } from '../../table/index.js';
import { fact, type Rule } from '../rule.js';

export const tooManyEntries: Rule = {
  id: 'too-many-entries',
  level: 'blocker',
  check: ({ plan }) => {
    const count = plan.partitions.length;
    if (plan.target.style !== 'gpt' || count <= ENTRY_COUNT) return [];
    return [
      {
        of: 'disk',
        says: message('finding.too-many-entries', { most: ENTRY_COUNT, partitions: count }),
        evidence: [fact('planned', String(count)), fact('entries', String(ENTRY_COUNT))],
      },
    ];
  },
};

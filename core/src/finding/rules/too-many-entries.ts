import { ENTRY_COUNT } from '../../table/index.js';
import { fact, type Rule } from '../rule.js';

export const tooManyEntries: Rule = {
  id: 'too-many-entries',
  level: 'blocker',
  basis: 'UEFI 2.10 §5.3.1: a GPT of the usual size has 128 entries',
  check: ({ plan }) => {
    const count = plan.partitions.length;
    if (plan.target.style !== 'gpt' || count <= ENTRY_COUNT) return [];
    return [
      {
        of: 'disk',
        title: `A GPT holds ${ENTRY_COUNT} partitions, and ${count} are planned`,
        why: 'Tables with more entries exist, but many systems and loaders do not read past the usual number.',
        evidence: [fact('planned', String(count)), fact('entries', String(ENTRY_COUNT))],
      },
    ];
  },
};

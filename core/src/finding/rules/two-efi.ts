import { message } from '../../words/index.js';
import { partitionTitle } from '../../plan/index.js';
import { withRole } from '../context.js';
import { listed, fact, type Rule } from '../rule.js';

export const twoEfi: Rule = {
  id: 'two-efi',
  level: 'advice',
  check: (planned) => {
    const all = withRole(planned, 'efi');
    if (all.length < 2) return [];
    return [
      {
        of: 'disk',
        says: message('finding.two-efi'),
        evidence: [fact('partitions', listed(all.map((p) => partitionTitle(p))))],
        partitions: all.map((p) => p.id),
      },
    ];
  },
};

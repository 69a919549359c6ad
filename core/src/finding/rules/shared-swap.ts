import { titleOf, withRole } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const sharedSwap: Rule = {
  id: 'shared-swap',
  level: 'hazard',
  basis: 'A hibernated system keeps its memory in swap until it wakes',
  check: (context) =>
    withRole(context, 'swap').flatMap((p) => {
      const users = context.plan.systems.filter((s) => p.owners.includes(s.id));
      const sleepers = users.filter((s) => s.hibernates);
      if (users.length < 2 || sleepers.length === 0) return [];
      return [
        {
          of: p.id,
          title: `${titleOf(p)} is shared, and ${sleepers[0]!.name} hibernates`,
          why: 'The other system overwrites the sleeping one’s memory. Give each its own swap, or let neither hibernate.',
          evidence: [fact('shared by', users.map((s) => s.name).join(', '))],
          partitions: [p.id],
          systems: users.map((s) => s.id),
          remedies: [
            {
              title: `${sleepers.map((s) => s.name).join(' and ')} will not hibernate`,
              edit: {
                kind: 'batch' as const,
                title: 'Do not hibernate',
                edits: sleepers.map((s) => ({
                  kind: 'change-system' as const,
                  system: s.id,
                  changes: { hibernates: false },
                })),
              },
            },
          ],
        },
      ];
    }),
};

import { partitionTitle } from '../../plan/index.js';
import { fact, type Rule } from '../rule.js';

export const noOrder: Rule = {
  id: 'no-order',
  level: 'blocker',
  basis: 'A step that writes somewhere waits for whatever lies there to be gone',
  check: ({ plan, procedure }) => {
    const { ordered } = procedure();
    if (ordered.ok) return [];
    const stuck = plan.partitions.filter((p) => ordered.cycle.includes(`move:${p.id}`));
    return [
      {
        of: 'disk',
        title: 'No order of steps leads to this plan',
        why:
          ordered.reason === 'circle'
            ? 'Parts stand in each other’s way, and no free place holds one of them for the time being. Leave scratch room, or move only one of them.'
            : 'On the way the table would have to list what it cannot. Divide the change into two plans.',
        evidence: [
          ordered.reason === 'circle'
            ? fact(
                'wait for each other',
                stuck.map((p) => partitionTitle(p)).join(', ') || ordered.cycle.join(', '),
              )
            : fact('step', ordered.cycle.join(', ')),
        ],
        partitions: stuck.map((p) => p.id),
        remedies: stuck
          .filter((p) => p.from !== null)
          .map((p) => ({
            title: `Delete “${partitionTitle(p)}”`,
            edit: { kind: 'remove' as const, partition: p.id },
          })),
      },
    ];
  },
};

import { procedureFor } from '../../sequence/index.js';
import { message } from '../../words/index.js';
import { fatesOf, partitionTitle } from '../../plan/index.js';
import { listed, fact, type Rule } from '../rule.js';

export const noOrder: Rule = {
  id: 'no-order',
  level: 'blocker',
  check: (planned) => {
    const { plan } = planned;
    const { ordered } = procedureFor(planned);
    if (ordered.ok) return [];
    const stuck = plan.partitions.filter((p) => ordered.cycle.includes(`move:${p.id}`));
    return [
      {
        of: 'disk',
        says: message('finding.no-order', { circle: ordered.reason === 'circle' }),
        evidence: [
          ordered.reason === 'circle'
            ? fact('circle', listed(stuck.map((p) => partitionTitle(p))))
            : fact('step', listed(ordered.cycle)),
        ],
        partitions: stuck.map((p) => p.id),
        remedies: fatesOf(planned)
          .filter((fate) => stuck.some((p) => p.id === fate.planned?.id))
          .map(({ found, planned: part }) => ({
            title: message('remedy.leave-where-it-is', { volume: partitionTitle(part!) }),
            edit: {
              kind: 'arrange' as const,
              places: [{ partition: part!.id, start: found.start, length: found.length }],
            },
          })),
      },
    ];
  },
};

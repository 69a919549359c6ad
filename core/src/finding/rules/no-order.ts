import { procedureFor } from '../../sequence/index.js';
import { message } from '../../words/index.js';
import { partitionTitle } from '../../plan/index.js';
import { listed, fact, type Rule } from '../rule.js';

export const noOrder: Rule = {
  id: 'no-order',
  level: 'blocker',
  basis: 'A step that writes somewhere waits for whatever lies there to be gone',
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
        remedies: stuck
          .filter((p) => p.from !== null)
          .map((p) => ({
            title: message('remedy.delete', { volume: partitionTitle(p) }),
            edit: { kind: 'remove' as const, partition: p.id },
          })),
      },
    ];
  },
};

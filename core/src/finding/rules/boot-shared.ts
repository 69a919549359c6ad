import { message } from '../../words/index.js';
import { mountPointsOf } from '../../plan/index.js';
import { nameOf, systemsThatStay } from '../context.js';
import { fact, listed, type Rule } from '../rule.js';

export const bootShared: Rule = {
  id: 'boot-shared',
  level: 'caution',
  check: (planned) =>
    planned.plan.partitions.flatMap((p) => {
      const holdsKernels = p.role === 'boot' || (p.role === 'efi' && mountPointsOf(p).includes('/boot'));
      const users = systemsThatStay(planned).filter(
        (s) => p.owners.includes(s.id) && (s.family === 'linux' || s.family === 'bsd'),
      );
      if (!holdsKernels || users.length < 2) return [];
      return [
        {
          of: p.id,
          says: message('finding.boot-shared', { volume: nameOf(p), systems: users.map((s) => s.name) }),
          evidence: [
            fact('shared-by', listed(users.map((s) => s.name))),
            fact('mount-point', p.mountPoint || 'none'),
          ],
          partitions: [p.id],
          systems: users.map((s) => s.id),
        },
      ];
    }),
};

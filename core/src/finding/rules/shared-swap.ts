import { message } from '../../words/index.js';
import { sleeps } from '../../system/index.js';
import { nameOf, withRole } from '../context.js';
import { noHibernation } from '../repairs.js';
import { listed, fact, type Rule } from '../rule.js';

export const sharedSwap: Rule = {
  id: 'shared-swap',
  level: 'hazard',
  check: (planned) =>
    withRole(planned, 'swap').flatMap((p) => {
      const users = planned.plan.systems.filter((s) => p.owners.includes(s.id));
      const sleepers = users.filter(sleeps);
      if (users.length < 2 || sleepers.length === 0) return [];
      return [
        {
          of: p.id,
          says: message('finding.shared-swap', { volume: nameOf(p), system: sleepers[0]!.name }),
          evidence: [fact('shared-by', listed(users.map((s) => s.name)))],
          partitions: [p.id],
          systems: users.map((s) => s.id),
          remedies: [noHibernation(sleepers)],
        },
      ];
    }),
};

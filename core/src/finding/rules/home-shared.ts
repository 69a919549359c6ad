import { message } from '../../words/index.js';
import { nameOf, systemsThatStay, withRole } from '../context.js';
import { fact, listed, type Rule } from '../rule.js';

export const homeShared: Rule = {
  id: 'home-shared',
  level: 'caution',
  check: (planned) =>
    withRole(planned, 'home').flatMap((p) => {
      const users = systemsThatStay(planned).filter((s) => p.owners.includes(s.id));
      if (users.length < 2) return [];
      return [
        {
          of: p.id,
          says: message('finding.home-shared', { volume: nameOf(p), systems: users.map((s) => s.name) }),
          evidence: [fact('shared-by', listed(users.map((s) => s.name)))],
          partitions: [p.id],
          systems: users.map((s) => s.id),
        },
      ];
    }),
};

import { contentGone } from '../bites.js';
import { fatesOf } from '../../plan/index.js';
import { message } from '../../words/index.js';
import { systemsThatStay, nameOf } from '../context.js';
import { valueOf, fact, type Rule } from '../rule.js';

export const swapRemade: Rule = {
  id: 'swap-remade',
  level: 'caution',
  check: (planned) =>
    fatesOf(planned).flatMap(({ kind, found, planned: part }) => {
      const note = planned.plan.found[found.id];
      const users = systemsThatStay(planned).filter(
        (s) => s.origin === 'found' && s.change === undefined && note?.owners.includes(s.id),
      );
      if (note?.kind !== 'swap' || users.length === 0 || kind !== 'formatted' || !part) return [];
      return [
        {
          of: found.id,
          says: message('finding.swap-remade', {
            volume: nameOf(part),
            systems: users.map((s) => s.name),
          }),
          evidence: [fact('old-uuid', found.volume?.uuid ?? valueOf('not-read'))],
          partitions: [part.id],
          from: contentGone(found.id),
          systems: users.map((s) => s.id),
        },
      ];
    }),
};

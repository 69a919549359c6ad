import { message } from '../../words/index.js';
import { fatesOf, foundTitle } from '../../plan/index.js';
import { valueOf, fact, type Rule } from '../rule.js';

export const leftInUse: Rule = {
  id: 'left-in-use',
  level: 'hazard',
  check: (planned) => {
    const fates = fatesOf(planned);
    return fates.flatMap(({ found, planned: part, kind }) => {
      const { dirty, hibernated } = found.volume ?? {};
      if (!part || part.treatment !== 'keep' || (!dirty && !hibernated)) return [];
      const title = foundTitle(planned, found);
      const touched = kind !== 'untouched';
      return [
        {
          of: found.id,
          level: touched ? ('hazard' as const) : ('caution' as const),
          says: hibernated
            ? message('finding.left-hibernated', { volume: title })
            : message('finding.left-in-use', { volume: title }),
          evidence: [
            fact('as-read', valueOf(hibernated ? 'hibernated' : 'in-use')),
            fact('planned', valueOf(kind)),
          ],
          partitions: [part.id],
        },
      ];
    });
  },
};

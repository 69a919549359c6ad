import { message } from '../../words/index.js';
import { fatesOf, mountTableLines, foundTitle } from '../../plan/index.js';
import { keepsItsUuid } from '../../mounting/index.js';
import { fact, type Rule } from '../rule.js';

const LOST = ['erased', 'formatted'];

export const mountTableStale: Rule = {
  id: 'mount-table-stale',
  level: 'caution',
  check: (planned) => {
    const { survey, plan } = planned;
    const fates = fatesOf(planned);
    return mountTableLines(survey).flatMap(({ table, line, refersTo }) => {
      const fateOf = (id: string) => fates.find((f) => f.found.id === id);
      const root = fateOf(table);
      const target = fateOf(refersTo);
      if (!root || !target || root.planned?.treatment !== 'keep' || !LOST.includes(target.kind)) return [];
      if (keepsItsUuid(planned, target) && /^\s*(?:UUID|LABEL)=/.test(line)) return [];
      const title = foundTitle({ plan, survey }, target.found);
      return [
        {
          of: `${table}-${refersTo}`,
          says: message('finding.mount-table-stale', {
            volume: title,
            deleted: target.kind === 'erased',
          }),
          evidence: [fact('mount-line', line)],
          partitions: [table, refersTo],
        },
      ];
    });
  },
};

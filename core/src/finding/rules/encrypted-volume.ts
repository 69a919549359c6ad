import { titleOf } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const encryptedVolume: Rule = {
  id: 'encrypted-volume',
  level: 'hazard',
  basis: 'Common practice: an encrypted volume is changed from its own system only',
  check: ({ plan, fates }) =>
    fates.flatMap(({ found, planned, kind }) => {
      if (!planned || !plan.found[found.id]?.encrypted || kind === 'untouched' || kind === 'formatted')
        return [];
      return [
        {
          of: planned.id,
          title: `${titleOf(planned)} is encrypted by its own system`,
          why: 'Shrink it from that system only, with protection suspended, and have the recovery key on paper first: a changed start can make it ask for the key. Guided installers often refuse the whole disk; the free space beside it is used by hand.',
          evidence: [fact('change', kind), fact('encrypted', 'by its own system')],
          partitions: [planned.id],
        },
      ];
    }),
};

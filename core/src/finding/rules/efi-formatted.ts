import { message } from '../../words/index.js';
import { nameOf, withRole } from '../context.js';
import { valueOf, listed, fact, type Rule } from '../rule.js';

export const efiFormatted: Rule = {
  id: 'efi-formatted',
  level: 'hazard',
  basis: 'An EFI system partition holds the loaders of every system that shares it',
  check: (planned) =>
    withRole(planned, 'efi')
      .filter((p) => p.from !== null && p.treatment === 'format')
      .map((p) => {
        const losers = (planned.plan.found[p.from!]?.owners ?? [])
          .map((id) => planned.plan.systems.find((s) => s.id === id)?.name)
          .filter((name) => name !== undefined);
        return {
          of: p.id,
          says: message('finding.efi-formatted', {
            volume: nameOf(p),
            losers,
          }),
          evidence: [fact('used-by', losers.length > 0 ? listed(losers) : valueOf('unknown'))],
          partitions: [p.id],
          remedies: [
            {
              title: message('remedy.do-not-format'),
              edit: { kind: 'treat' as const, partition: p.id, treatment: 'keep' as const },
            },
          ],
        };
      }),
};

import { titleOf, withRole } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const efiFormatted: Rule = {
  id: 'efi-formatted',
  level: 'hazard',
  basis: 'An EFI system partition holds the loaders of every system that shares it',
  check: (context) =>
    withRole(context, 'efi')
      .filter((p) => p.from !== null && p.treatment === 'format')
      .map((p) => {
        const losers = (context.plan.found[p.from!]?.owners ?? [])
          .map((id) => context.plan.systems.find((s) => s.id === id)?.name)
          .filter((name) => name !== undefined);
        return {
          of: p.id,
          title: `${titleOf(p)} is set to format`,
          why: `Its loaders are erased${losers.length > 0 ? `: ${losers.join(' and ')} will not start any more` : ''}. Share it and keep it.`,
          evidence: [fact('used by', losers.join(', ') || 'not known')],
          partitions: [p.id],
          remedies: [
            {
              title: 'Keep it',
              edit: { kind: 'treat' as const, partition: p.id, treatment: 'keep' as const },
            },
          ],
        };
      }),
};

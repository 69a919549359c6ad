import { systemsThatStay, titleOf } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const swapRemade: Rule = {
  id: 'swap-remade',
  level: 'caution',
  basis: 'Swap is not moved or resized but made anew, and its UUID changes with it',
  check: (context) =>
    context.fates.flatMap(({ kind, found, planned }) => {
      const note = context.plan.found[found.id];
      const users = systemsThatStay(context).filter(
        (s) => s.origin === 'found' && s.change === undefined && note?.owners.includes(s.id),
      );
      if (note?.kind !== 'swap' || users.length === 0 || kind !== 'formatted' || !planned) return [];
      return [
        {
          of: found.id,
          title: `${titleOf(planned)} is made anew`,
          why: `The mount table of ${users.map((s) => s.name).join(' and ')} names it by its old UUID: the start waits for it a minute and a half, and there is no swap. Write the new UUID there, also where hibernation is set up.`,
          evidence: [fact('old UUID', found.volume?.uuid ?? 'not read')],
          partitions: [planned.id],
          systems: users.map((s) => s.id),
        },
      ];
    }),
};

import { floorOf } from '../../plan/index.js';
import { formatBoth } from '../../quantity/index.js';
import { bytesOfPart, titleOf } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const floorUnknown: Rule = {
  id: 'floor-unknown',
  level: 'hazard',
  basis: 'A floor rests on evidence, or is not known',
  check: (context) =>
    context.fates.flatMap(({ kind, planned, lengthChange }) => {
      if (!planned || kind === 'formatted' || lengthChange >= 0) return [];
      if (floorOf(context, planned)) return [];
      return [
        {
          of: planned.id,
          title: `Whether ${titleOf(planned)} can shrink this far is not known`,
          why: 'Nobody has said how much of it is used. Ask its own system how far it can shrink, and enter it under As found.',
          evidence: [
            fact('planned', formatBoth(bytesOfPart(context, planned))),
            fact('taken away', formatBoth(-lengthChange * context.sectorBytes)),
            fact('used', 'not known'),
          ],
          partitions: [planned.id],
        },
      ];
    }),
};

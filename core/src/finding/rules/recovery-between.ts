import { plannedParts } from '../../plan/index.js';
import { formatBoth, GIB } from '../../quantity/index.js';
import { titleOf } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const recoveryBetween: Rule = {
  id: 'recovery-between',
  level: 'caution',
  basis: 'Free space is used in one piece; a partition between two pieces keeps them apart',
  check: ({ plan, survey, sectorBytes }) => {
    const parts = plannedParts({ plan, survey });
    return parts.flatMap((part, i) => {
      if (part.kind !== 'partition' || part.partition.role !== 'recovery') return [];
      const [before, behind] = [parts[i - 1], parts[i + 1]];
      if (before?.kind !== 'gap' || behind?.kind !== 'gap') return [];
      const sizes = [before, behind].map((gap) => gap.usable.length * sectorBytes);
      if (sizes.some((size) => size < GIB)) return [];
      const p = part.partition;
      return [
        {
          of: p.id,
          title: `${titleOf(p)} divides the free space`,
          why: 'It is small; moved to one side it leaves the room in one piece. Its own system may have to be told where it lies now.',
          evidence: [
            fact('before it', formatBoth(sizes[0]!)),
            fact('behind it', formatBoth(sizes[1]!)),
            fact('its size', formatBoth(p.length * sectorBytes)),
          ],
          partitions: [p.id],
          remedies: [
            {
              title: 'Move it to the start of the free space',
              edit: { kind: 'move' as const, partition: p.id, start: before.usable.start },
            },
          ],
        },
      ];
    });
  },
};

import { message } from '../../words/index.js';
import { plannedParts } from '../../layout/index.js';
import { GIB } from '../../quantity/index.js';
import { nameOf } from '../context.js';
import { inBytes, fact, type Rule } from '../rule.js';

export const recoveryBetween: Rule = {
  id: 'recovery-between',
  level: 'caution',
  check: (planned) => {
    const { sectorBytes } = planned.survey.disk;
    const parts = plannedParts(planned);
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
          says: message('finding.recovery-between', { volume: nameOf(p) }),
          evidence: [
            fact('before', inBytes(sizes[0]!)),
            fact('behind', inBytes(sizes[1]!)),
            fact('its-size', inBytes(p.length * sectorBytes)),
          ],
          partitions: [p.id],
          remedies: [
            {
              title: message('remedy.to-start-of-gap'),
              edit: { kind: 'move' as const, partition: p.id, start: before.usable.start },
            },
          ],
        },
      ];
    });
  },
};

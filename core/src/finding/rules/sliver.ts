import { message } from '../../words/index.js';
import type { Edit } from '../../edits/index.js';
import { plannedParts } from '../../layout/index.js';
import { MIB } from '../../quantity/index.js';
import { MOST_SLIVER_BYTES } from '../../sizing/index.js';
import { nameOf } from '../context.js';
import { inBytes, fact, type Rule } from '../rule.js';

/** Gaps of one MiB at either end are normal. */
const LEAST_SLIVER_BYTES = 2 * MIB;

export const sliver: Rule = {
  id: 'sliver',
  level: 'advice',
  check: (planned) => {
    const { sectorBytes } = planned.survey.disk;
    const parts = plannedParts(planned);
    return parts.flatMap((part, i) => {
      const size = part.length * sectorBytes;
      if (part.kind !== 'gap' || size < LEAST_SLIVER_BYTES || size > MOST_SLIVER_BYTES) return [];
      const before = parts[i - 1];
      const neighbour =
        before?.kind === 'partition' && before.partition.from === null ? before.partition : undefined;
      const edit: Edit | undefined = neighbour && {
        kind: 'resize',
        partition: neighbour.id,
        length: (neighbour.length + part.length) as typeof neighbour.length,
        hold: 'start',
      };
      return [
        {
          of: part.id,
          says: message('finding.sliver', { bytes: size }),
          evidence: [fact('gap', inBytes(size))],
          partitions: [part.id],
          remedies:
            edit && neighbour
              ? [{ title: message('remedy.give-gap', { volume: nameOf(neighbour) }), edit }]
              : [],
        },
      ];
    });
  },
};

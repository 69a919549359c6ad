import { EVIDENCE_WORDS, floorOf } from '../../plan/index.js';
import { formatBoth } from '../../quantity/index.js';
import { bytesOfPart, titleOf } from '../context.js';
import { resize } from '../repairs.js';
import { fact, type Rule } from '../rule.js';

export const belowFloor: Rule = {
  id: 'below-floor',
  level: 'blocker',
  basis: 'A volume cannot be smaller than what it holds',
  check: (context) =>
    context.plan.partitions.flatMap((p) => {
      const floor = floorOf(context, p);
      const size = bytesOfPart(context, p);
      if (!floor || floor.evidence === 'no-content' || size >= floor.bytes) return [];
      return [
        {
          of: p.id,
          title: `${titleOf(p)} is smaller than its floor`,
          why: 'Its own tool will refuse to shrink it that far.',
          evidence: [
            fact('planned', formatBoth(size)),
            fact('floor', `${formatBoth(floor.bytes)}, ${EVIDENCE_WORDS[floor.evidence]}`),
          ],
          partitions: [p.id],
          remedies: [{ title: `Give it ${formatBoth(floor.bytes)}`, edit: resize(context, p, floor.bytes) }],
        },
      ];
    }),
};

import { message } from '../../words/index.js';
import { evidenceName, floorOf } from '../../plan/index.js';
import { bytesOfPart, nameOf } from '../context.js';
import { resize } from '../repairs.js';
import { inBytes, fact, type Rule } from '../rule.js';

export const belowFloor: Rule = {
  id: 'below-floor',
  level: 'blocker',
  check: (planned) =>
    planned.plan.partitions.flatMap((p) => {
      const floor = floorOf(planned, p);
      const size = bytesOfPart(planned, p);
      if (!floor || floor.evidence === 'no-content' || size >= floor.bytes) return [];
      return [
        {
          of: p.id,
          says: message('finding.below-floor', { volume: nameOf(p) }),
          evidence: [
            fact('planned', inBytes(size)),
            fact(
              'minimum',
              message('value.on-evidence', { bytes: floor.bytes, evidence: evidenceName(floor.evidence) }),
            ),
          ],
          partitions: [p.id],
          remedies: [
            {
              title: message('remedy.set-size', { bytes: floor.bytes }),
              edit: resize(planned, p, floor.bytes),
            },
          ],
        },
      ];
    }),
};

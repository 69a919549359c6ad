import { message } from '../../words/index.js';
import { usedOf } from '../../plan/index.js';
import { advisedWindowsBytes } from '../../sizing/index.js';
import { bytesOfPart, fateOf, nameOf } from '../context.js';
import { resize } from '../repairs.js';
import { inBytes, fact, type Rule } from '../rule.js';

export const belowAdvised: Rule = {
  id: 'below-advised',
  level: 'caution',
  check: (planned) =>
    planned.plan.partitions.flatMap((p) => {
      const used = p.from === null ? undefined : usedOf(planned, p.from);
      if (!used || p.role !== 'system' || p.fileSystem !== 'ntfs' || fateOf(planned, p)?.kind !== 'shrunk')
        return [];
      const advised = advisedWindowsBytes(used.bytes);
      const size = bytesOfPart(planned, p);
      if (size >= advised) return [];
      return [
        {
          of: p.id,
          says: message('finding.below-advised', { volume: nameOf(p) }),
          evidence: [
            fact('planned', inBytes(size)),
            fact('used', inBytes(used.bytes)),
            fact('advised', inBytes(advised)),
          ],
          partitions: [p.id],
          remedies: [
            { title: message('remedy.set-size', { bytes: advised }), edit: resize(planned, p, advised) },
          ],
        },
      ];
    }),
};

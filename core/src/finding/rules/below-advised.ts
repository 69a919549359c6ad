import { advisedOf, usedOf } from '../../plan/index.js';
import { message } from '../../words/index.js';
import { bytesOfPart, fateOf, nameOf } from '../context.js';
import { resize } from '../repairs.js';
import { inBytes, fact, type Rule } from '../rule.js';

export const belowAdvised: Rule = {
  id: 'below-advised',
  level: 'caution',
  check: (planned) =>
    planned.plan.partitions.flatMap((p) => {
      const used = p.from === null ? undefined : usedOf(planned, p.from);
      const advised = advisedOf(planned, p);
      const size = bytesOfPart(planned, p);
      if (!used || advised === undefined || size >= advised || fateOf(planned, p)?.kind !== 'shrunk')
        return [];
      return [
        {
          of: p.id,
          says: message('finding.below-advised', {
            volume: nameOf(p),
            windows: p.role === 'system' && p.fileSystem === 'ntfs',
          }),
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

import { usedOf } from '../../plan/index.js';
import { formatBoth } from '../../quantity/index.js';
import { advisedWindowsBytes } from '../../sizing/index.js';
import { bytesOfPart, fateOf, titleOf } from '../context.js';
import { resize } from '../repairs.js';
import { fact, type Rule } from '../rule.js';

export const belowAdvised: Rule = {
  id: 'below-advised',
  level: 'caution',
  basis: 'Rule of thumb: used × 1.15, and at least 20 GiB free for Windows updates',
  check: (context) =>
    context.plan.partitions.flatMap((p) => {
      const used = p.from === null ? undefined : usedOf(context, p.from);
      if (!used || p.role !== 'system' || p.fileSystem !== 'ntfs' || fateOf(context, p)?.kind !== 'shrunk')
        return [];
      const advised = advisedWindowsBytes(used.bytes);
      const size = bytesOfPart(context, p);
      if (size >= advised) return [];
      return [
        {
          of: p.id,
          title: `${titleOf(p)} is left little to breathe`,
          why: 'Windows needs free space to update itself. Below the advised size updates may fail within months.',
          evidence: [
            fact('planned', formatBoth(size)),
            fact('used', formatBoth(used.bytes)),
            fact('advised', formatBoth(advised)),
          ],
          partitions: [p.id],
          remedies: [{ title: `Give it ${formatBoth(advised)}`, edit: resize(context, p, advised) }],
        },
      ];
    }),
};

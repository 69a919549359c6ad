import { partitionTitle } from '../../plan/index.js';
import { formatBoth, MIB } from '../../quantity/index.js';
import { bytesOfPart } from '../context.js';
import { fact, type Rule } from '../rule.js';

/** Rounding to clusters and tracks leaves less than this behind a volume. */
const USUAL_REST_BYTES = 16 * MIB;

export const volumeSize: Rule = {
  id: 'volume-size',
  level: 'hazard',
  basis: 'A volume states its own size; its partition must hold it',
  check: (context) =>
    context.fates.flatMap(({ found, planned }) => {
      const size = found.volume?.sizeBytes;
      if (size === undefined || planned?.treatment !== 'keep') return [];
      const room = bytesOfPart(context, found);
      const role = context.plan.found[found.id]?.role ?? 'other';
      const title = partitionTitle({ label: found.volume?.label, name: found.name, role });
      const evidence = [fact('volume', formatBoth(size)), fact('partition', formatBoth(room))];
      if (size > room)
        return [
          {
            of: found.id,
            title: `“${title}” is larger than its partition`,
            why: 'Its end is cut off: the partition was shrunk without its file system, or the table is wrong. Do not write to it. Give the partition its old end back, check the volume, then plan.',
            evidence,
            partitions: [planned.id],
          },
        ];
      if (room - size < USUAL_REST_BYTES || size === 0) return [];
      return [
        {
          of: found.id,
          level: 'advice' as const,
          title: `“${title}” does not fill its partition`,
          why: 'The partition was enlarged and its file system was not: the rest can be had by growing the file system, or by shrinking the partition.',
          evidence,
          partitions: [planned.id],
        },
      ];
    }),
};

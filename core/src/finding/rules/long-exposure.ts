import { partitionOf } from '../../plan/index.js';
import { formatBoth, MIB } from '../../quantity/index.js';
import { copyTime } from '../../sequence/index.js';
import { titleOf } from '../context.js';
import { fact, type Rule } from '../rule.js';

/** From here on people walk away, and batteries run out. Rule of thumb. */
const LONG_SECONDS = 30 * 60;

export const longExposure: Rule = {
  id: 'long-exposure',
  level: 'hazard',
  basis: 'Rule of thumb: over half an hour in which a power cut costs a volume',
  check: ({ plan, sectorBytes, procedure }) => {
    const { ordered } = procedure();
    if (!ordered.ok) return [];
    return ordered.steps.flatMap((step) => {
      if ((step.kind !== 'move' && step.kind !== 'move-aside') || !step.exposure) return [];
      const { from, of } = step.exposure.when;
      const size = (of - from) * sectorBytes;
      const time = copyTime({ least: size, most: size }, plan.machine.medium);
      const partition = partitionOf(plan, step.partition);
      if (time.most < LONG_SECONDS || !partition) return [];
      return [
        {
          of: step.id,
          title: `${titleOf(partition)} is exposed for up to ${Math.ceil(time.most / 60)} minutes`,
          why: 'While it is copied over itself it can be read at neither place. Mains power, no sleep, nobody at the plug; and a backup that was read back.',
          evidence: [
            fact('copied over itself', formatBoth(size)),
            fact('at', `${Math.round(size / time.most / MIB)} MiB/s at the slowest`),
          ],
          partitions: [partition.id],
        },
      ];
    });
  },
};

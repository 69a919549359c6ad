import { formatDecimal } from '../../quantity/index.js';
import { deviceName } from '../../recognition/index.js';
import { fact, type Rule } from '../rule.js';

const ALIKE = 0.02;

export const sameSizeDisk: Rule = {
  id: 'same-size-disk',
  level: 'hazard',
  basis: 'Choosing the wrong disk loses everything on it',
  check: ({ plan, survey }) => {
    const size = survey.disk.sizeSectors * survey.disk.sectorBytes;
    return plan.machine.otherDisks
      .filter((disk) => Math.abs(disk.sizeBytes - size) / size < ALIKE)
      .map((disk, i) => ({
        of: `${i}`,
        title: 'Another disk in this machine has the same size',
        why: 'In an installer’s list the two cannot be told apart by size. Unplug the other, or go by its partitions, before anything is written.',
        evidence: [
          fact(deviceName(plan.machine), formatDecimal(size)),
          fact(disk.name || 'other disk', formatDecimal(disk.sizeBytes)),
        ],
      }));
  },
};

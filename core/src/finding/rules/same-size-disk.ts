import { message } from '../../words/index.js';
import { formatDecimal } from '../../quantity/index.js';
import { deviceName } from '../../recognition/index.js';
import { valueOf, fact, type Rule } from '../rule.js';

const ALIKE = 0.02;

export const sameSizeDisk: Rule = {
  id: 'same-size-disk',
  level: 'hazard',
  check: (planned) => {
    const { plan, survey } = planned;

    const size = survey.disk.sizeSectors * survey.disk.sectorBytes;
    return plan.machine.otherDisks
      .filter((disk) => Math.abs(disk.sizeBytes - size) / size < ALIKE)
      .map((disk, i) => ({
        of: `${i}`,
        says: message('finding.same-size-disk'),
        evidence: [
          fact({ name: deviceName(plan.machine) }, formatDecimal(size)),
          fact(disk.name ? { name: disk.name } : valueOf('other-disk'), formatDecimal(disk.sizeBytes)),
        ],
      }));
  },
};

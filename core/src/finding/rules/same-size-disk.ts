import { message } from '../../words/index.js';
import { formatDecimal } from '../../quantity/index.js';
import { deviceName, disksAlike } from '../../recognition/index.js';
import { valueOf, fact, type Rule } from '../rule.js';

export const sameSizeDisk: Rule = {
  id: 'same-size-disk',
  level: 'hazard',
  check: (planned) => {
    const { plan, survey } = planned;

    const size = survey.disk.sizeSectors * survey.disk.sectorBytes;
    return disksAlike(planned).map((disk, i) => ({
      of: `${i}`,
      says: message('finding.same-size-disk'),
      evidence: [
        fact({ name: deviceName(plan.machine) }, formatDecimal(size)),
        fact(disk.name ? { name: disk.name } : valueOf('other-disk'), formatDecimal(disk.sizeBytes)),
      ],
    }));
  },
};

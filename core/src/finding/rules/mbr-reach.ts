import { message } from '../../words/index.js';
import { mbrReachBytes } from '../../table/index.js';
import { inBytes, fact, type Rule } from '../rule.js';

export const mbrReach: Rule = {
  id: 'mbr-reach',
  level: 'caution',
  check: (planned) => {
    const { plan, survey } = planned;
    const { sectorBytes } = planned.survey.disk;
    const size = survey.disk.sizeSectors * sectorBytes;
    const reach = mbrReachBytes(sectorBytes);
    if (plan.target.style !== 'mbr' || size <= reach) return [];
    return [
      {
        of: 'disk',
        says: message('finding.mbr-reach'),
        evidence: [
          fact('disk', inBytes(size)),
          fact('reach', inBytes(reach)),
          fact('lost', inBytes(size - reach)),
        ],
      },
    ];
  },
};

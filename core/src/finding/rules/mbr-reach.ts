import { mbrReachBytes } from '../../match/index.js';
import { formatBoth } from '../../quantity/index.js';
import { fact, type Rule } from '../rule.js';

export const mbrReach: Rule = {
  id: 'mbr-reach',
  level: 'caution',
  basis: 'MBR slots hold 32-bit sector numbers (UEFI 2.10 table 5.2)',
  check: ({ plan, survey, sectorBytes }) => {
    const size = survey.disk.sizeSectors * sectorBytes;
    const reach = mbrReachBytes(sectorBytes);
    if (plan.target.style !== 'mbr' || size <= reach) return [];
    return [
      {
        of: 'disk',
        title: 'Part of the disk is out of reach',
        why: 'An MBR cannot address sectors beyond 2 to the power of 32. Only GPT reaches the whole disk.',
        evidence: [
          fact('disk', formatBoth(size)),
          fact('reach', formatBoth(reach)),
          fact('lost', formatBoth(size - reach)),
        ],
      },
    ];
  },
};

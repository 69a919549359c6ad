import { message } from '../../words/index.js';
import { volumeName } from '../../volume/index.js';
import { inBytes, valueOf, fact, type Rule } from '../rule.js';

export const bareVolume: Rule = {
  id: 'bare-volume',
  level: 'hazard',
  check: (planned) => {
    const { survey } = planned;
    const { sectorBytes } = planned.survey.disk;
    const volume = survey.disk.bareVolume;
    if (!volume) return [];
    return [
      {
        of: 'disk',
        says: message('finding.bare-volume', { content: volumeName(volume.kind), label: volume.label ?? '' }),
        evidence: [
          fact('disk', inBytes(survey.disk.sizeSectors * sectorBytes)),
          fact('used', volume.usedBytes === undefined ? valueOf('unknown') : inBytes(volume.usedBytes)),
        ],
      },
    ];
  },
};

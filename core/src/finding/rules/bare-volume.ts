import { formatBoth } from '../../quantity/index.js';
import { volumeName } from '../../volume/index.js';
import { fact, type Rule } from '../rule.js';

export const bareVolume: Rule = {
  id: 'bare-volume',
  level: 'hazard',
  basis: 'A file system may cover a disk without a table; a new table is written over its beginning',
  check: ({ survey, sectorBytes }) => {
    const volume = survey.disk.bareVolume;
    if (!volume) return [];
    const named = volume.label ? ` “${volume.label}”` : '';
    return [
      {
        of: 'disk',
        title: `The disk is not empty: ${volumeName(volume.kind)}${named} covers it whole`,
        why: 'It has no partition table. Writing one destroys this volume and everything on it; it cannot be kept beside partitions.',
        evidence: [
          fact('disk', formatBoth(survey.disk.sizeSectors * sectorBytes)),
          fact('used', volume.usedBytes === undefined ? 'not known' : formatBoth(volume.usedBytes)),
        ],
      },
    ];
  },
};

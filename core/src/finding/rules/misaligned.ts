import { alignmentSectors } from '../../plan/index.js';
import { alignUp, sectors } from '../../quantity/index.js';
import { titleOf } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const misaligned: Rule = {
  id: 'misaligned',
  level: 'advice',
  basis:
    'Common practice: new partitions start on whole MiB, which suits every physical sector and erase block',
  check: ({ plan, sectorBytes }) => {
    const step = alignmentSectors(sectorBytes);
    return plan.partitions
      .filter((p) => p.treatment === 'format' && p.start % step !== 0)
      .map((p) => ({
        of: p.id,
        title: `${titleOf(p)} does not start on a whole MiB`,
        why: 'It is made anew, so it can as well start where the disk writes whole blocks; otherwise every write at a border costs two.',
        evidence: [
          fact('start', `sector ${p.start}`),
          fact('next whole MiB', `sector ${alignUp(p.start, step)}`),
        ],
        partitions: [p.id],
        remedies: [
          {
            title: 'Move its start to the next whole MiB',
            edit: {
              kind: 'batch' as const,
              title: 'Start on a whole MiB',
              edits: [
                {
                  kind: 'resize' as const,
                  partition: p.id,
                  length: sectors(Math.max(0, p.start + p.length - alignUp(p.start, step))),
                  hold: 'end' as const,
                },
              ],
            },
          },
        ],
      }));
  },
};

import { message } from '../../words/index.js';
import { alignmentSectors } from '../../layout/index.js';
import { alignUp, sectors } from '../../quantity/index.js';
import { nameOf } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const misaligned: Rule = {
  id: 'misaligned',
  level: 'advice',
  check: (planned) => {
    const { plan } = planned;
    const { sectorBytes } = planned.survey.disk;
    const step = alignmentSectors(sectorBytes);
    return plan.partitions
      .filter((p) => p.treatment === 'format' && p.start % step !== 0)
      .map((p) => ({
        of: p.id,
        says: message('finding.misaligned', { volume: nameOf(p) }),
        evidence: [
          fact('start', message('value.sector', { sector: p.start })),
          fact('next-whole-mib', message('value.sector', { sector: alignUp(p.start, step) })),
        ],
        partitions: [p.id],
        remedies: [
          {
            title: message('remedy.align'),
            edit: {
              kind: 'batch' as const,
              says: message('edit.align'),
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

import { GIB } from '../../quantity/index.js';
import { volumeName } from '../../volume/index.js';
import { message } from '../../words/index.js';
import { bytesOfPart, nameOf } from '../context.js';
import { fact, inBytes, type Rule } from '../rule.js';

/** A FAT32 volume counts its sectors in 32 bits; with the largest sectors that all systems read, 512 bytes. */
const MOST_SECTORS = 2 ** 32;

export const fatLimits: Rule = {
  id: 'fat-limits',
  level: 'caution',
  check: (planned) =>
    planned.plan.partitions.flatMap((p) => {
      const { sectorBytes } = planned.survey.disk;
      const size = bytesOfPart(planned, p);
      const most = MOST_SECTORS * sectorBytes;
      if (p.fileSystem !== 'fat' || p.treatment !== 'format' || p.role === 'efi') return [];
      const tooLarge = size > most;
      if (!tooLarge && (p.role !== 'data' || size <= 4 * GIB)) return [];
      return [
        {
          of: p.id,
          level: tooLarge ? ('caution' as const) : ('advice' as const),
          says: message('finding.fat-limits', { volume: nameOf(p), tooLarge, most }),
          evidence: [fact('size', inBytes(size)), fact('reach', inBytes(tooLarge ? most : 4 * GIB))],
          partitions: [p.id],
          remedies: [
            {
              title: message('remedy.use-file-system', { content: volumeName('exfat') }),
              edit: {
                kind: 'describe' as const,
                partition: p.id,
                changes: { fileSystem: 'exfat' as const },
              },
            },
          ],
        },
      ];
    }),
};

import { formatBoth } from '../../quantity/index.js';
import { fat32FloorBytes } from '../../sizing/index.js';
import { bytesOfPart, titleOf, withRole } from '../context.js';
import { resize } from '../repairs.js';
import { fact, type Rule } from '../rule.js';

export const efiFat32: Rule = {
  id: 'efi-fat32',
  level: 'caution',
  basis: 'UEFI 2.10 §13.3.1: FAT32 on a fixed disk; FAT32 has at least 65 525 clusters',
  check: (context) => {
    const floor = fat32FloorBytes(context.sectorBytes);
    return withRole(context, 'efi')
      .filter((p) => p.from === null && bytesOfPart(context, p) < floor)
      .map((p) => ({
        of: p.id,
        title: `${titleOf(p)} is too small for FAT32`,
        why: 'It would be formatted as FAT16 or FAT12, which some firmware does not read.',
        evidence: [
          fact('planned', formatBoth(bytesOfPart(context, p))),
          fact('floor', `${formatBoth(floor)} with sectors of ${context.sectorBytes} bytes`),
        ],
        partitions: [p.id],
        remedies: [{ title: `Grow it to ${formatBoth(floor)}`, edit: resize(context, p, floor) }],
      }));
  },
};

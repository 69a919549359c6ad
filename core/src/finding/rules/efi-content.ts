import { volumeName } from '../../volume/index.js';
import { titleOf, withRole } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const efiContent: Rule = {
  id: 'efi-content',
  level: 'blocker',
  basis: 'UEFI 2.10 §13.3: an EFI system partition is FAT',
  check: (context) =>
    withRole(context, 'efi')
      .filter((p) => p.fileSystem !== 'fat' && p.fileSystem !== 'unknown')
      .map((p) => ({
        of: p.id,
        title: `${titleOf(p)} is not FAT`,
        why: 'Firmware reads loaders from FAT only. It is right only if type, file system and mount point are right.',
        evidence: [fact('file system', volumeName(p.fileSystem))],
        partitions: [p.id],
        remedies:
          p.treatment === 'format'
            ? [
                {
                  title: 'Format it as FAT',
                  edit: {
                    kind: 'describe' as const,
                    partition: p.id,
                    changes: { fileSystem: 'fat' as const },
                  },
                },
              ]
            : [],
      })),
};

import { message } from '../../words/index.js';
import { volumeName } from '../../volume/index.js';
import { nameOf, withRole } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const efiContent: Rule = {
  id: 'efi-content',
  level: 'blocker',
  check: (planned) =>
    withRole(planned, 'efi')
      .filter((p) => p.fileSystem !== 'fat' && p.fileSystem !== 'unknown')
      .map((p) => ({
        of: p.id,
        says: message('finding.efi-content', { volume: nameOf(p) }),
        evidence: [fact('file-system', volumeName(p.fileSystem))],
        partitions: [p.id],
        remedies:
          p.treatment === 'format'
            ? [
                {
                  title: message('remedy.format-fat'),
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

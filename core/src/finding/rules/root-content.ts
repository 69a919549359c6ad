import { message } from '../../words/index.js';
import { VOLUME_TRAITS, volumeName } from '../../volume/index.js';
import { newSystems, ownedBy, nameOf } from '../context.js';
import { fact, type Rule } from '../rule.js';

const UNIX_MOUNTS = ['root', 'home'] as const;

export const rootContent: Rule = {
  id: 'root-content',
  level: 'blocker',
  basis: 'A root or home needs owners, permissions and links, which NTFS, FAT and exFAT do not keep for it',
  check: (planned) =>
    newSystems(planned)
      .filter((s) => s.family === 'linux' || s.family === 'bsd')
      .flatMap((system) =>
        UNIX_MOUNTS.flatMap((role) => ownedBy(planned, system, role))
          .filter(
            (p) =>
              p.fileSystem !== 'unknown' && p.fileSystem !== 'luks' && !VOLUME_TRAITS[p.fileSystem].posix,
          )
          .map((p) => ({
            of: p.id,
            says: message('finding.root-content', {
              volume: nameOf(p),
              content: volumeName(p.fileSystem),
              system: system.name,
            }),
            evidence: [
              fact('file-system', volumeName(p.fileSystem)),
              fact('mount-point', p.mountPoint || 'none'),
            ],
            partitions: [p.id],
            systems: [system.id],
            remedies:
              p.treatment === 'format'
                ? [
                    {
                      title: message('remedy.use-file-system', { content: volumeName('ext4') }),
                      edit: {
                        kind: 'describe' as const,
                        partition: p.id,
                        changes: { fileSystem: 'ext4' as const },
                      },
                    },
                  ]
                : [],
          })),
      ),
};

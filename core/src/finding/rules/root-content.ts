import { VOLUME_TRAITS, volumeName } from '../../volume/index.js';
import { ownedBy, titleOf } from '../context.js';
import { fact, type Rule } from '../rule.js';

const UNIX_MOUNTS = ['root', 'home'] as const;

export const rootContent: Rule = {
  id: 'root-content',
  level: 'blocker',
  basis: 'A root or home needs owners, permissions and links, which NTFS, FAT and exFAT do not keep for it',
  check: (context) =>
    context.newSystems
      .filter((s) => s.family === 'linux' || s.family === 'bsd')
      .flatMap((system) =>
        UNIX_MOUNTS.flatMap((role) => ownedBy(context, system, role))
          .filter(
            (p) =>
              p.fileSystem !== 'unknown' && p.fileSystem !== 'luks' && !VOLUME_TRAITS[p.fileSystem].posix,
          )
          .map((p) => ({
            of: p.id,
            title: `${titleOf(p)} cannot be ${volumeName(p.fileSystem)}`,
            why: `${system.name} cannot keep owners, permissions and links there.`,
            evidence: [
              fact('file system', volumeName(p.fileSystem)),
              fact('mount point', p.mountPoint || 'none'),
            ],
            partitions: [p.id],
            systems: [system.id],
            remedies:
              p.treatment === 'format'
                ? [
                    {
                      title: 'Use ext4',
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

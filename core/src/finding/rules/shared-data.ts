import { VOLUME_TRAITS, volumeName } from '../../volume/index.js';
import { titleOf, withRole } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const sharedData: Rule = {
  id: 'shared-data',
  level: 'caution',
  basis: 'Which families write which file systems without added software',
  check: (context) =>
    withRole(context, 'data').flatMap((p) => {
      const owners = context.plan.systems.filter((s) => p.owners.includes(s.id));
      const foreign = owners.filter(
        (s) => (s.family === 'windows' || s.family === 'macos') && VOLUME_TRAITS[p.fileSystem].posix,
      );
      if (owners.length < 2 || foreign.length === 0) return [];
      return [
        {
          of: p.id,
          title: `${foreign[0]!.name} cannot write to ${titleOf(p)}`,
          why: `${volumeName(p.fileSystem)} is not written by ${foreign.map((s) => s.name).join(' or ')} without added software.`,
          evidence: [
            fact('shared by', owners.map((s) => s.name).join(', ')),
            fact('file system', volumeName(p.fileSystem)),
          ],
          partitions: [p.id],
          systems: owners.map((s) => s.id),
          remedies:
            p.treatment === 'format'
              ? [
                  {
                    title: 'Use exFAT, which all of them write',
                    edit: {
                      kind: 'describe' as const,
                      partition: p.id,
                      changes: { fileSystem: 'exfat' as const, label: p.label.slice(0, 11) },
                    },
                  },
                ]
              : [],
        },
      ];
    }),
};

import { message } from '../../words/index.js';
import { VOLUME_TRAITS, volumeName } from '../../volume/index.js';
import { nameOf, withRole } from '../context.js';
import { listed, fact, type Rule } from '../rule.js';

export const sharedData: Rule = {
  id: 'shared-data',
  level: 'caution',
  basis: 'Which families write which file systems without added software',
  check: (planned) =>
    withRole(planned, 'data').flatMap((p) => {
      const owners = planned.plan.systems.filter((s) => p.owners.includes(s.id));
      const foreign = owners.filter(
        (s) => (s.family === 'windows' || s.family === 'macos') && VOLUME_TRAITS[p.fileSystem].posix,
      );
      if (owners.length < 2 || foreign.length === 0) return [];
      return [
        {
          of: p.id,
          says: message('finding.shared-data', {
            system: foreign[0]!.name,
            volume: nameOf(p),
            content: volumeName(p.fileSystem),
            systems: foreign.map((s) => s.name),
          }),
          evidence: [
            fact('shared-by', listed(owners.map((s) => s.name))),
            fact('file-system', volumeName(p.fileSystem)),
          ],
          partitions: [p.id],
          systems: owners.map((s) => s.id),
          remedies:
            p.treatment === 'format'
              ? [
                  {
                    title: message('remedy.use-exfat'),
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

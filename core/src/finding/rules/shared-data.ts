import { mountPointsOf } from '../../plan/index.js';
import { sharedContent, suits, type System } from '../../system/index.js';
import { VOLUME_TRAITS, volumeName, type VolumeKind } from '../../volume/index.js';
import { message } from '../../words/index.js';
import { nameOf, withRole } from '../context.js';
import { listed, fact, type Rule } from '../rule.js';

export const sharedData: Rule = {
  id: 'shared-data',
  level: 'caution',
  check: (planned) =>
    withRole(planned, 'data').flatMap((p) => {
      const owners = planned.plan.systems.filter((s) => p.owners.includes(s.id) && s.change !== 'retire');
      const alone = owners.length === 1 && p.treatment === 'keep';
      const fit = (s: System) => suits(p.fileSystem, s.family, 'data');
      const foreign = owners.filter((s) => fit(s) !== 'can');
      if (alone || foreign.length === 0) return [];
      const content = sharedContent(owners.map((s) => s.family));
      return [
        {
          of: p.id,
          says: message('finding.shared-data', {
            system: foreign[0]!.name,
            volume: nameOf(p),
            content: volumeName(p.fileSystem),
            systems: foreign.map((s) => s.name),
            reads: foreign.every((s) => fit(s) === 'reads'),
          }),
          evidence: [
            fact('shared-by', listed(owners.map((s) => s.name))),
            fact('file-system', volumeName(p.fileSystem)),
            fact('mount-point', listed(mountPointsOf(p).length > 0 ? mountPointsOf(p) : ['none'])),
          ],
          partitions: [p.id],
          systems: owners.map((s) => s.id),
          remedies:
            p.treatment === 'format' && content && content !== p.fileSystem
              ? [
                  {
                    title: message('remedy.use-shared', { content: volumeName(content) }),
                    edit: {
                      kind: 'describe' as const,
                      partition: p.id,
                      changes: { fileSystem: content, label: labelFor(content, p.label) },
                    },
                  },
                ]
              : [],
        },
      ];
    }),
};

const labelFor = (content: VolumeKind, label: string): string =>
  label.slice(0, VOLUME_TRAITS[content].labelLimit ?? 0);

import { partitionOf } from '../../plan/index.js';
import { startOf } from '../../start/index.js';
import { VOLUME_TRAITS, volumeName } from '../../volume/index.js';
import { message } from '../../words/index.js';
import { nameOf } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const firstSector: Rule = {
  id: 'first-sector',
  level: 'blocker',
  check: ({ plan }) => {
    if (plan.target.mode !== 'bios') return [];
    return startOf(plan).ways.flatMap(({ system, place, by }) => {
      const p = place?.kind === 'partition' ? partitionOf(plan, place.partition) : undefined;
      if (!p || by || !VOLUME_TRAITS[p.fileSystem].ownsFirstSector || system.ownSetup) return [];
      return [
        {
          of: system.id,
          says: message('finding.first-sector', {
            system: system.name,
            volume: nameOf(p),
            content: volumeName(p.fileSystem),
          }),
          evidence: [fact('file-system', volumeName(p.fileSystem)), fact('target', nameOf(p))],
          partitions: [p.id],
          systems: [system.id],
          remedies: [
            {
              title: message('remedy.boot-from-disk'),
              edit: {
                kind: 'set-loader' as const,
                system: system.id,
                loader: { by: null, place: { kind: 'disk' as const } },
              },
            },
          ],
        },
      ];
    });
  },
};

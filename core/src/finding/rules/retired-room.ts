import { fillEdit, plannedParts, type PlannedPartition } from '../../plan/index.js';
import { formatBoth, GIB } from '../../quantity/index.js';
import { VOLUME_TRAITS } from '../../volume/index.js';
import { ownedBy, titleOf } from '../context.js';
import { fact, type Drafted, type Rule } from '../rule.js';

export const retiredRoom: Rule = {
  id: 'retired-room',
  level: 'advice',
  basis: 'Room that nobody has is best given to a neighbour at once',
  check: (context) => {
    const { plan, survey, sectorBytes } = context;
    const parts = plannedParts({ plan, survey });
    return plan.systems
      .filter((s) => s.change === 'retire')
      .flatMap((system): Drafted[] => {
        const left = ownedBy(context, system);
        if (left.length > 0)
          return [
            {
              of: system.id,
              title: `${system.name} goes, and still owns ${left.length === 1 ? 'a partition' : `${left.length} partitions`}`,
              why: 'What nobody uses any more takes room and confuses every list.',
              evidence: [fact('its partitions', left.map(titleOf).join(', '))],
              systems: [system.id],
              partitions: left.map((p) => p.id),
              remedies: [
                {
                  title: 'Delete what it owns alone, and take it out of the rest',
                  edit: {
                    kind: 'batch' as const,
                    title: `Clear up after ${system.name}`,
                    edits: left.map((p) =>
                      p.owners.length === 1
                        ? ({ kind: 'remove', partition: p.id } as const)
                        : ({
                            kind: 'describe',
                            partition: p.id,
                            changes: { owners: p.owners.filter((o) => o !== system.id) },
                          } as const),
                    ),
                  },
                },
              ],
            },
          ];
        const gaps = parts.flatMap((part, i) => {
          const before = parts[i - 1];
          if (part.kind !== 'gap' || part.usable.length * sectorBytes < GIB || before?.kind !== 'partition')
            return [];
          return canGrow(before.partition) ? [{ part, neighbour: before.partition }] : [];
        });
        if (gaps.length === 0 || context.newSystems.length > 0) return [];
        return [
          {
            of: system.id,
            title: `The room of ${system.name} is given to nobody yet`,
            why: 'A neighbour in front of it grows into it without any data moving.',
            evidence: gaps.map(({ part, neighbour }) =>
              fact(`behind ${titleOf(neighbour)}`, formatBoth(part.usable.length * sectorBytes)),
            ),
            systems: [system.id],
            remedies: gaps.map(({ neighbour }) => ({
              title: `Give it to ${titleOf(neighbour)}`,
              edit: fillEdit({ plan, survey }, neighbour),
            })),
          },
        ];
      });
  },
};

function canGrow(p: PlannedPartition): boolean {
  return ['online', 'offline', 'own-system'].includes(VOLUME_TRAITS[p.fileSystem].grow);
}

import { message } from '../../words/index.js';
import { fillEdit, plannedParts, sizedAs } from '../../plan/index.js';
import { GIB } from '../../quantity/index.js';
import { canGrow } from '../../volume/index.js';
import { newSystems, ownedBy, nameOf } from '../context.js';
import { inBytes, listed, fact, type Drafted, type Rule } from '../rule.js';

export const retiredRoom: Rule = {
  id: 'retired-room',
  level: 'advice',
  basis: 'Room that nobody has is best given to a neighbour at once',
  check: (planned) => {
    const { plan } = planned;
    const { sectorBytes } = planned.survey.disk;
    const parts = plannedParts(planned);
    return plan.systems
      .filter((s) => s.change === 'retire')
      .flatMap((system): Drafted[] => {
        const left = ownedBy(planned, system);
        if (left.length > 0)
          return [
            {
              of: system.id,
              says: message('finding.retired-owns', {
                system: system.name,
                partitions: left.length,
              }),
              evidence: [fact('its-partitions', listed(left.map(nameOf)))],
              systems: [system.id],
              partitions: left.map((p) => p.id),
              remedies: [
                {
                  title: message('remedy.clear-up'),
                  edit: {
                    kind: 'batch' as const,
                    says: message('edit.clear-up', { system: system.name }),
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
          return canGrow(sizedAs(before.partition)) ? [{ part, neighbour: before.partition }] : [];
        });
        if (gaps.length === 0 || newSystems(planned).length > 0) return [];
        return [
          {
            of: system.id,
            says: message('finding.retired-room', { system: system.name }),
            evidence: gaps.map(({ part, neighbour }) =>
              fact(
                message('fact.behind', { volume: nameOf(neighbour) }),
                inBytes(part.usable.length * sectorBytes),
              ),
            ),
            systems: [system.id],
            remedies: gaps.map(({ neighbour }) => ({
              title: message('remedy.give-gap', { volume: nameOf(neighbour) }),
              edit: fillEdit(planned, neighbour),
            })),
          },
        ];
      });
  },
};

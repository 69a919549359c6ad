import { message } from '../../words/index.js';
import { freedGaps, roomWaysOf } from '../../compose/index.js';
import { bytes, GIB } from '../../quantity/index.js';
import { newSystems, ownedBy, nameOf } from '../context.js';
import { inBytes, listed, fact, type Drafted, type Rule } from '../rule.js';

export const retiredRoom: Rule = {
  id: 'retired-room',
  level: 'advice',
  check: (planned) => {
    const { plan } = planned;
    const { sectorBytes } = planned.survey.disk;
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
        if (newSystems(planned).length > 0) return [];
        const free = bytes(
          freedGaps(planned, system).reduce((sum, { usable }) => sum + usable.length * sectorBytes, 0),
        );
        const ways = free < GIB ? [] : roomWaysOf(planned, system);
        if (ways.length === 0) return [];
        return [
          {
            of: system.id,
            says: message('finding.retired-room', { system: system.name }),
            evidence: [fact('free', inBytes(free))],
            systems: [system.id],
            remedies: ways.map(({ title, edit }) => ({ title, edit })),
          },
        ];
      });
  },
};

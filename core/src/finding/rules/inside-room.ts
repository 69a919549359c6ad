import { insideId, roomInside } from '../../plan/index.js';
import { sectors } from '../../quantity/index.js';
import { message } from '../../words/index.js';
import { nameOf } from '../context.js';
import { fact, inBytes, type Drafted, type Rule } from '../rule.js';

export const insideRoom: Rule = {
  id: 'inside-room',
  level: 'blocker',
  check: (planned) =>
    planned.plan.partitions.flatMap((p): Drafted[] => {
      const { inside = [] } = p;
      // What was found there fits, however its container was made.
      if (inside.every((v) => v.found)) return [];
      const { bytes, taken, free } = roomInside(planned, p);
      if (free >= 0) return [];
      return [
        {
          of: p.id,
          says: message('finding.inside-room', { volume: nameOf(p), bytes: -free, volumes: inside.length }),
          evidence: [fact('room-inside', inBytes(bytes)), fact('given-out', inBytes(taken))],
          partitions: [p.id],
          systems: [...p.owners],
          remedies: inside
            .filter((v) => !v.found && v.length * planned.survey.disk.sectorBytes > -free)
            .map((v) => ({
              title: message('remedy.shrink', {
                volume: v.name,
                bytes: v.length * planned.survey.disk.sectorBytes + free,
              }),
              edit: {
                kind: 'resize' as const,
                partition: insideId(p.id, v.name),
                length: sectors(v.length + Math.floor(free / planned.survey.disk.sectorBytes)),
                hold: 'start' as const,
              },
            })),
        },
      ];
    }),
};

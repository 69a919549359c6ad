import { startsElsewhere } from '../bites.js';
import { message } from '../../words/index.js';
import { fatesOf, usedOf } from '../../plan/index.js';
import { bytesOfPart, nameOf } from '../context.js';
import { inBytes, fact, type Rule } from '../rule.js';

export const startMoves: Rule = {
  id: 'start-moves',
  level: 'hazard',
  check: (planned) =>
    fatesOf(planned).flatMap(({ planned: part, found, travels }) => {
      if (!part || !travels) return [];
      const used = usedOf(planned, found.id);
      // Moved clear of its old place, that one is whole until the copy is.
      const overItself = Math.abs(part.start - found.start) < Math.min(found.length, part.length);
      return [
        {
          of: part.id,
          level: overItself ? ('hazard' as const) : ('caution' as const),
          says: message('finding.start-moves', {
            volume: nameOf(part),
            overItself,
            boots: ['system', 'root', 'boot'].includes(part.role),
          }),
          evidence: [
            fact(
              'data',
              used ? inBytes(used.bytes) : message('value.up-to', { bytes: bytesOfPart(planned, part) }),
            ),
            fact('distance', inBytes(Math.abs(part.start - found.start) * planned.survey.disk.sectorBytes)),
          ],
          partitions: [part.id],
          from: startsElsewhere(part.id, found.start),
          remedies: [
            {
              title: message('remedy.leave-start'),
              edit: { kind: 'move', partition: part.id, start: found.start },
            },
          ],
        },
      ];
    }),
};

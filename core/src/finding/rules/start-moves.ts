import { message } from '../../words/index.js';
import { fatesOf, usedOf } from '../../plan/index.js';
import { bytesOfPart, nameOf } from '../context.js';
import { inBytes, fact, type Rule } from '../rule.js';

export const startMoves: Rule = {
  id: 'start-moves',
  level: 'hazard',
  basis: 'Moving a start copies the volume in place, offline',
  check: (planned) =>
    fatesOf(planned).flatMap(({ planned: part, found, travels }) => {
      if (!part || !travels) return [];
      const used = usedOf(planned, found.id);
      return [
        {
          of: part.id,
          says: message('finding.start-moves', {
            volume: nameOf(part),
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

import { usedOf } from '../../plan/index.js';
import { formatBoth } from '../../quantity/index.js';
import { bytesOfPart, titleOf } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const startMoves: Rule = {
  id: 'start-moves',
  level: 'hazard',
  basis: 'Moving a start copies the volume in place, offline',
  check: (context) =>
    context.fates.flatMap(({ planned, found, travels }) => {
      if (!planned || !travels) return [];
      const used = usedOf(context, found.id);
      return [
        {
          of: planned.id,
          title: `The start of ${titleOf(planned)} moves: all its data travels`,
          why: `If power fails while it is copied, the volume is lost. It takes long and is done with the volume out of use.${['system', 'root', 'boot'].includes(planned.role) ? ' The system on it may need its start files repaired afterwards.' : ''}`,
          evidence: [
            fact(
              'data',
              used ? formatBoth(used.bytes) : `up to ${formatBoth(bytesOfPart(context, planned))}`,
            ),
            fact('distance', formatBoth(Math.abs(planned.start - found.start) * context.sectorBytes)),
          ],
          partitions: [planned.id],
          remedies: [
            {
              title: 'Leave it where it was found',
              edit: { kind: 'move', partition: planned.id, start: found.start },
            },
          ],
        },
      ];
    }),
};

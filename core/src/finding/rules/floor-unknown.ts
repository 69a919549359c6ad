import { message } from '../../words/index.js';
import { fatesOf, floorOf, sizedAs } from '../../plan/index.js';
import { canShrink } from '../../volume/index.js';
import { bytesOfPart, nameOf } from '../context.js';
import { inBytes, valueOf, fact, type Rule } from '../rule.js';

export const floorUnknown: Rule = {
  id: 'floor-unknown',
  level: 'hazard',
  check: (planned) =>
    fatesOf(planned).flatMap(({ kind, planned: part, lengthChange }) => {
      if (!part || kind === 'formatted' || lengthChange >= 0) return [];
      // What cannot shrink at all is another matter.
      if (floorOf(planned, part) || !canShrink(sizedAs(part))) return [];
      return [
        {
          of: part.id,
          says: message('finding.floor-unknown', { volume: nameOf(part) }),
          evidence: [
            fact('planned', inBytes(bytesOfPart(planned, part))),
            fact('taken-away', inBytes(-lengthChange * planned.survey.disk.sectorBytes)),
            fact('used', valueOf('unknown')),
          ],
          partitions: [part.id],
        },
      ];
    }),
};

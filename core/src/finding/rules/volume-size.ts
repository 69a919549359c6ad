import { message } from '../../words/index.js';
import { fatesOf, foundTitle } from '../../plan/index.js';
import { MIB } from '../../quantity/index.js';
import { bytesOfPart } from '../context.js';
import { inBytes, fact, type Drafted, type Rule } from '../rule.js';

/** Rounding to clusters and tracks leaves less than this behind a volume. */
const USUAL_REST_BYTES = 16 * MIB;

export const volumeSize: Rule = {
  id: 'volume-size',
  level: 'hazard',
  check: (planned) =>
    fatesOf(planned).flatMap(({ found, planned: part }): Drafted[] => {
      const size = found.volume?.sizeBytes;
      if (size === undefined || part?.treatment !== 'keep') return [];
      const room = bytesOfPart(planned, found);
      const title = foundTitle(planned, found);
      const evidence = [fact('volume', inBytes(size)), fact('partition', inBytes(room))];
      if (size > room)
        return [
          {
            of: found.id,
            says: message('finding.volume-larger', { volume: title }),
            evidence,
            partitions: [part.id],
          },
        ];
      if (room - size < USUAL_REST_BYTES || size === 0) return [];
      return [
        {
          of: found.id,
          level: 'advice' as const,
          says: message('finding.volume-smaller', { volume: title }),
          evidence,
          partitions: [part.id],
        },
      ];
    }),
};

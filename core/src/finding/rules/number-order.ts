import { numbersFollowOrder, partitionNumbers } from '../../recognition/index.js';
import { fact, type Rule } from '../rule.js';

export const numberOrder: Rule = {
  id: 'number-order',
  level: 'advice',
  basis: 'A new partition usually gets the lowest free number',
  check: ({ plan, survey }) => {
    if (numbersFollowOrder({ plan, survey })) return [];
    const numbers = partitionNumbers({ plan, survey });
    return [
      {
        of: 'disk',
        title: 'Numbers will not follow the order on the disk',
        why: 'Linux names partitions by number, Windows counts them in disk order. Go by size and label, not by number; the recognition sheet gives both.',
        evidence: [fact('numbers in disk order', plan.partitions.map((p) => numbers.get(p.id)).join(', '))],
      },
    ];
  },
};

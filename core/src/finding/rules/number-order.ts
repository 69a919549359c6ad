import { message } from '../../words/index.js';
import { numbersFollowOrder, partitionNumbers } from '../../moment/index.js';
import { listed, fact, type Rule } from '../rule.js';

export const numberOrder: Rule = {
  id: 'number-order',
  level: 'advice',
  check: (planned) => {
    const { plan } = planned;
    if (numbersFollowOrder(planned)) return [];
    const numbers = partitionNumbers(planned);
    return [
      {
        of: 'disk',
        says: message('finding.number-order'),
        evidence: [fact('numbers-in-order', listed(plan.partitions.map((p) => String(numbers.get(p.id)))))],
      },
    ];
  },
};

import { message } from '../../words/index.js';
import { lookAlikes, recognitionSheet } from '../../moment/index.js';
import { fact, type Rule } from '../rule.js';

export const lookAlike: Rule = {
  id: 'look-alike',
  level: 'caution',
  check: (planned) => {
    return lookAlikes(recognitionSheet(planned)).map(([a, b]) => ({
      of: `${a.id}-${b.id}`,
      says: message('finding.look-alike', { one: a.title, other: b.title }),
      evidence: [
        ...[a, b].map(({ device, content, decimal, label }) =>
          fact({ name: device }, message('value.line', { content, size: decimal, label })),
        ),
      ],
      partitions: [a.id, b.id],
    }));
  },
};

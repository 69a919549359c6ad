import { lookAlikes, recognitionSheet } from '../../recognition/index.js';
import { fact, type Rule } from '../rule.js';

export const lookAlike: Rule = {
  id: 'look-alike',
  level: 'caution',
  basis: 'Picking the wrong line in an installer is the costliest mistake',
  check: ({ plan, survey }) =>
    lookAlikes(recognitionSheet({ plan, survey })).map(([a, b]) => ({
      of: `${a.id}-${b.id}`,
      title: `“${a.title}” and “${b.title}” will look alike`,
      why: 'An installer shows both with the same content and the same rounded size. Give one another size or label, or go by the device name.',
      evidence: [
        fact(a.device, `${a.content}, ${a.decimal}, ${a.label ? `label ${a.label}` : 'no label'}`),
        fact(b.device, `${b.content}, ${b.decimal}, ${b.label ? `label ${b.label}` : 'no label'}`),
      ],
      partitions: [a.id, b.id],
    })),
};

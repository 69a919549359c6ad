import { typeOf } from '../../recognition/index.js';
import { typeFor, typeName } from '../../table/index.js';
import { volumeName } from '../../volume/index.js';
import { message } from '../../words/index.js';
import { nameOf } from '../context.js';
import { fact, type Drafted, type Rule } from '../rule.js';

export const typeContent: Rule = {
  id: 'type-content',
  level: 'caution',
  check: (planned) => {
    const { style } = planned.plan.target;
    const swap = typeFor('swap', style, true);
    return planned.plan.partitions.flatMap((p): Drafted[] => {
      const type = typeOf(planned, p);
      // On an MBR the type of Linux swap is that of another family's files as well.
      if (style !== 'gpt' || type !== swap || p.fileSystem === 'swap' || p.fileSystem === 'none') return [];
      if (p.layer !== undefined && p.layer !== 'none') return [];
      const right = typeFor(p.role === 'swap' ? 'data' : p.role, style, true);
      return [
        {
          of: p.id,
          says: message('finding.type-content', { volume: nameOf(p), content: volumeName(p.fileSystem) }),
          evidence: [fact('type', typeName(type)), fact('content', volumeName(p.fileSystem))],
          partitions: [p.id],
          remedies: [
            {
              title: message('remedy.set-type', { type: typeName(right) }),
              edit: { kind: 'describe', partition: p.id, changes: { type: right } },
            },
          ],
        },
      ];
    });
  },
};

import { formatBoth } from '../../quantity/index.js';
import { bytesOfPart, titleOf } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const nobodyOwns: Rule = {
  id: 'nobody-owns',
  level: 'advice',
  basis: 'A partition without an owner is the first to be deleted by mistake',
  check: (context) =>
    context.plan.partitions
      .filter((p) => p.owners.length === 0 && p.role !== 'container')
      .map((p) => ({
        of: p.id,
        title: `Nobody owns ${titleOf(p)}`,
        why: 'Say which system it belongs to: then it is clear who may change it, and who loses when it goes.',
        evidence: [fact('size', formatBoth(bytesOfPart(context, p)))],
        partitions: [p.id],
        remedies:
          context.plan.systems.length === 1
            ? [
                {
                  title: `It belongs to ${context.plan.systems[0]!.name}`,
                  edit: {
                    kind: 'describe' as const,
                    partition: p.id,
                    changes: { owners: [context.plan.systems[0]!.id] },
                  },
                },
              ]
            : [],
      })),
};

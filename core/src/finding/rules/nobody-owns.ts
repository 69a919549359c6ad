import { message } from '../../words/index.js';
import { bytesOfPart, nameOf } from '../context.js';
import { inBytes, fact, type Rule } from '../rule.js';

export const nobodyOwns: Rule = {
  id: 'nobody-owns',
  level: 'advice',
  check: (planned) =>
    planned.plan.partitions
      .filter((p) => p.owners.length === 0 && p.role !== 'container')
      .map((p) => ({
        of: p.id,
        says: message('finding.nobody-owns', { volume: nameOf(p) }),
        evidence: [fact('size', inBytes(bytesOfPart(planned, p)))],
        partitions: [p.id],
        remedies:
          planned.plan.systems.length === 1
            ? [
                {
                  title: message('remedy.own', { system: planned.plan.systems[0]!.name }),
                  edit: {
                    kind: 'describe' as const,
                    partition: p.id,
                    changes: { owners: [planned.plan.systems[0]!.id] },
                  },
                },
              ]
            : [],
      })),
};

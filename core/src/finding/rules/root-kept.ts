import { message } from '../../words/index.js';
import { newSystems, ownedBy, nameOf } from '../context.js';
import { usedOf } from '../../plan/index.js';
import { inBytes, valueOf, fact, type Rule } from '../rule.js';

export const rootKept: Rule = {
  id: 'root-kept',
  level: 'caution',
  check: (planned) =>
    newSystems(planned).flatMap((system) =>
      ownedBy(planned, system, 'root')
        .filter((p) => p.from !== null && p.treatment === 'keep')
        .map((p) => {
          const used = usedOf(planned, p.from!);
          return {
            of: p.id,
            says: message('finding.root-kept', { system: system.name, volume: nameOf(p) }),
            evidence: [fact('used-now', used ? inBytes(used.bytes) : valueOf('unknown'))],
            partitions: [p.id],
            systems: [system.id],
            remedies: [
              {
                title: message('remedy.format-lost'),
                edit: { kind: 'treat' as const, partition: p.id, treatment: 'format' as const },
              },
            ],
          };
        }),
    ),
};

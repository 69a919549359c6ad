import { message } from '../../words/index.js';
import { newSystems, ownedBy, nameOf, systemsThatStay } from '../context.js';
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
            says: message('finding.root-kept', {
              system: system.name,
              volume: nameOf(p),
              root: p.subvolumes?.find((s) => s.mountPoint === '/')?.name ?? null,
              others: (p.subvolumes ?? []).filter((s) => s.mountPoint !== '/').map((s) => s.name),
            }),
            evidence: [fact('used-now', used ? inBytes(used.bytes) : valueOf('unknown'))],
            partitions: [p.id],
            systems: [system.id],
            remedies: systemsThatStay(planned).some((s) => s.id !== system.id && p.owners.includes(s.id))
              ? []
              : [
                  {
                    title: message('remedy.format-lost', { volume: nameOf(p) }),
                    edit: { kind: 'treat' as const, partition: p.id, treatment: 'format' as const },
                  },
                ],
          };
        }),
    ),
};

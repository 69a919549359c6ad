import { usedOf } from '../../plan/index.js';
import { installedOver } from '../../rooms/index.js';
import { message } from '../../words/index.js';
import { bytesOfPart, nameOf } from '../context.js';
import { fact, inBytes, type Rule } from '../rule.js';

export const setupOver: Rule = {
  id: 'setup-over',
  level: 'caution',
  check: (planned) =>
    planned.plan.systems.flatMap((system) => {
      const p = installedOver(system, planned.plan.partitions);
      if (!p) return [];
      const size = bytesOfPart(planned, p);
      const used = p.from === null ? undefined : usedOf(planned, p.from)?.bytes;
      const fits = used === undefined ? undefined : used + system.leastBytes <= size;
      return [
        {
          of: system.id,
          level: fits === false ? ('blocker' as const) : ('caution' as const),
          says: message('finding.setup-over', {
            system: system.name,
            volume: nameOf(p),
            leastBytes: system.leastBytes,
            fits: fits ?? null,
          }),
          evidence: [
            fact('size', inBytes(size)),
            ...(used === undefined ? [] : [fact('used', inBytes(used))]),
            fact('minimum', inBytes(system.leastBytes)),
          ],
          partitions: [p.id],
          systems: [system.id],
          remedies: [
            {
              title: message('remedy.format-instead', { volume: nameOf(p) }),
              edit: { kind: 'treat' as const, partition: p.id, treatment: 'format' as const },
            },
          ],
        },
      ];
    }),
};

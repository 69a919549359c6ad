import { message } from '../../words/index.js';
import { bytesOfPart, fateOf, nameOf } from '../context.js';
import { resize } from '../repairs.js';
import { inBytes, fact, type Rule } from '../rule.js';

export const systemSize: Rule = {
  id: 'system-size',
  level: 'caution',
  basis: 'Least and comfortable size of the system, as stated under Systems',
  check: (planned) =>
    planned.plan.systems.flatMap((system) =>
      planned.plan.partitions
        .filter((p) => p.owners.includes(system.id) && (p.role === 'root' || p.role === 'system'))
        // What was found small and stays as it is has proven itself.
        .filter((p) => !['untouched', 'grown'].includes(fateOf(planned, p)?.kind ?? ''))
        .flatMap((p) => {
          const size = bytesOfPart(planned, p);
          if (size >= system.comfortableBytes) return [];
          const tooSmall = size < system.leastBytes;
          return [
            {
              of: `${system.id}-${p.id}`,
              level: tooSmall ? ('blocker' as const) : ('caution' as const),
              says: message(tooSmall ? 'finding.system-too-small' : 'finding.system-tight', {
                volume: nameOf(p),
                system: system.name,
              }),
              evidence: [
                fact('planned', inBytes(size)),
                fact('minimum', inBytes(system.leastBytes)),
                fact('comfortable', inBytes(system.comfortableBytes)),
              ],
              partitions: [p.id],
              systems: [system.id],
              remedies: [
                {
                  title: message('remedy.grow', { bytes: system.comfortableBytes }),
                  edit: resize(planned, p, system.comfortableBytes),
                },
              ],
            },
          ];
        }),
    ),
};

import { formatBoth } from '../../quantity/index.js';
import { bytesOfPart, fateOf, titleOf } from '../context.js';
import { resize } from '../repairs.js';
import { fact, type Rule } from '../rule.js';

export const systemSize: Rule = {
  id: 'system-size',
  level: 'caution',
  basis: 'Least and comfortable size of the system, as stated under Systems',
  check: (context) =>
    context.plan.systems.flatMap((system) =>
      context.plan.partitions
        .filter((p) => p.owners.includes(system.id) && (p.role === 'root' || p.role === 'system'))
        // What was found small and stays as it is has proven itself.
        .filter((p) => !['untouched', 'grown'].includes(fateOf(context, p)?.kind ?? ''))
        .flatMap((p) => {
          const size = bytesOfPart(context, p);
          if (size >= system.comfortableBytes) return [];
          const tooSmall = size < system.leastBytes;
          return [
            {
              of: `${system.id}-${p.id}`,
              level: tooSmall ? ('blocker' as const) : ('caution' as const),
              title: tooSmall
                ? `${titleOf(p)} is too small for ${system.name}`
                : `${titleOf(p)} is tight for ${system.name}`,
              why: tooSmall
                ? 'It cannot be installed, or not be updated, in so little.'
                : 'It will work, but a full system volume stops the system. Be generous where home is separate.',
              evidence: [
                fact('planned', formatBoth(size)),
                fact('least', formatBoth(system.leastBytes)),
                fact('comfortable', formatBoth(system.comfortableBytes)),
              ],
              partitions: [p.id],
              systems: [system.id],
              remedies: [
                {
                  title: `Grow it to ${formatBoth(system.comfortableBytes)}`,
                  edit: resize(context, p, system.comfortableBytes),
                },
              ],
            },
          ];
        }),
    ),
};

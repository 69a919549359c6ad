import { fatesOf, type Planned, type PlannedVolume } from '../../plan/index.js';
import { message } from '../../words/index.js';
import { bytesOfPart, nameOf, ownedBy } from '../context.js';
import { resize } from '../repairs.js';
import { inBytes, fact, type Rule } from '../rule.js';

export const systemSize: Rule = {
  id: 'system-size',
  level: 'caution',
  check: (planned) =>
    planned.plan.systems.flatMap((system) =>
      ownedBy(planned, system)
        .filter((p) => p.role === 'root' || p.role === 'system')
        // What was found small and stays as it is has proven itself.
        .filter((p) => !staysAsLarge(planned, p))
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

function staysAsLarge(planned: Planned, { id, within, treatment }: PlannedVolume): boolean {
  if (within) return treatment === 'keep';
  const fate = fatesOf(planned).find((f) => f.planned?.id === id);
  return treatment === 'keep' && fate !== undefined && fate.lengthChange >= 0;
}

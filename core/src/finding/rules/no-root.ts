import { FAMILY_NAMES } from '../../system/index.js';
import { formatBoth } from '../../quantity/index.js';
import { bytesOfPart, ownedBy } from '../context.js';
import { createIn, remedy } from '../repairs.js';
import { fact, type Rule } from '../rule.js';

export const noRoot: Rule = {
  id: 'no-root',
  level: 'blocker',
  basis: 'A system needs a volume for itself',
  check: (context) => {
    const gap = context.largestGap;
    const room = gap ? bytesOfPart(context, gap.usable) : 0;
    return context.newSystems
      .filter((system) => !system.ownSetup && room >= system.leastBytes)
      .filter((system) => ownedBy(context, system).every((p) => p.role !== 'root' && p.role !== 'system'))
      .map((system) => {
        const role = system.family === 'macos' ? ('system' as const) : ('root' as const);
        const size = Math.min(room, system.comfortableBytes);
        return {
          of: system.id,
          title: `${system.name} has no ${role === 'root' ? 'root' : 'system volume'}`,
          why: `${FAMILY_NAMES[system.family]} must be told where to install itself. There is room for it.`,
          evidence: [
            fact('largest gap', formatBoth(room)),
            fact(
              'least · comfortable',
              `${formatBoth(system.leastBytes)} · ${formatBoth(system.comfortableBytes)}`,
            ),
          ],
          systems: [system.id],
          remedies: remedy(
            `Create it, ${formatBoth(size)}`,
            createIn(context, { role, owners: [system], size }, gap),
          ),
        };
      });
  },
};

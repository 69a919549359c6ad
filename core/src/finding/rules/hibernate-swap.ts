import { formatBoth } from '../../quantity/index.js';
import { hibernationSwapBytes } from '../../sizing/index.js';
import { bytesOfPart, ownedBy } from '../context.js';
import { createIn, remedy, resize } from '../repairs.js';
import { fact, type Rule } from '../rule.js';

export const hibernateSwap: Rule = {
  id: 'hibernate-swap',
  level: 'hazard',
  basis: 'Rule of thumb: RAM at least, RAM + √RAM advised',
  check: (context) => {
    const ram = context.plan.machine.ramBytes;
    if (ram === null) return [];
    const advised = hibernationSwapBytes(ram);
    return context.newSystems
      .filter((s) => s.family === 'linux' && s.hibernates)
      .flatMap((system) => {
        const swap = ownedBy(context, system, 'swap')[0];
        const size = swap ? bytesOfPart(context, swap) : 0;
        if (size >= ram) return [];
        return [
          {
            of: system.id,
            title: `${system.name} cannot hibernate with this swap`,
            why: 'Hibernating writes memory to swap. When it does not fit, the machine does not wake with its work.',
            evidence: [
              fact('swap', size > 0 ? formatBoth(size) : 'none'),
              fact('memory', formatBoth(ram)),
              fact('advised', formatBoth(advised)),
            ],
            partitions: swap ? [swap.id] : [],
            systems: [system.id],
            remedies: swap
              ? [{ title: `Grow swap to ${formatBoth(advised)}`, edit: resize(context, swap, advised) }]
              : remedy(
                  `Create swap, ${formatBoth(advised)}`,
                  createIn(context, { role: 'swap', owners: [system], size: advised }),
                ),
          },
        ];
      });
  },
};

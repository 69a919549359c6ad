import { message } from '../../words/index.js';
import { hibernationSwapBytes } from '../../sizing/index.js';
import { newSystems, bytesOfPart, ownedBy } from '../context.js';
import { createIn, remedy, resize } from '../repairs.js';
import { inBytes, valueOf, fact, type Rule } from '../rule.js';

export const hibernateSwap: Rule = {
  id: 'hibernate-swap',
  level: 'hazard',
  basis: 'Rule of thumb: RAM at least, RAM + √RAM advised',
  check: (planned) => {
    const ram = planned.plan.machine.ramBytes;
    if (ram === null) return [];
    const advised = hibernationSwapBytes(ram);
    return newSystems(planned)
      .filter((s) => s.family === 'linux' && s.hibernates)
      .flatMap((system) => {
        const swap = ownedBy(planned, system, 'swap')[0];
        const size = swap ? bytesOfPart(planned, swap) : 0;
        if (size >= ram) return [];
        return [
          {
            of: system.id,
            says: message('finding.hibernate-swap', { system: system.name }),
            evidence: [
              fact('swap', size > 0 ? inBytes(size) : valueOf('none')),
              fact('memory', inBytes(ram)),
              fact('advised', inBytes(advised)),
            ],
            partitions: swap ? [swap.id] : [],
            systems: [system.id],
            remedies: swap
              ? [
                  {
                    title: message('remedy.grow-swap', { bytes: advised }),
                    edit: resize(planned, swap, advised),
                  },
                ]
              : remedy(
                  message('remedy.create-swap', { bytes: advised }),
                  createIn(planned, { role: 'swap', owners: [system], size: advised }),
                ),
          },
        ];
      });
  },
};

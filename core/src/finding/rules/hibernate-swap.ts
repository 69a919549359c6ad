import { hibernationSwapBytes } from '../../sizing/index.js';
import { sleeps } from '../../system/index.js';
import { message } from '../../words/index.js';
import { newSystems, bytesOfPart, mayHoldMore, ownedBy } from '../context.js';
import { createIn, remedy, resize } from '../repairs.js';
import { inBytes, valueOf, fact, type Drafted, type Rule } from '../rule.js';

/** What the kernel’s image takes at most, of memory, unless it is told otherwise. */
const IMAGE_SHARE = 2 / 5;

export const hibernateSwap: Rule = {
  id: 'hibernate-swap',
  level: 'hazard',
  check: (planned) => {
    const ram = planned.plan.machine.ramBytes;
    if (ram === null) return [];
    const advised = hibernationSwapBytes(ram);
    return newSystems(planned)
      .filter((s) => s.family === 'linux' && sleeps(s))
      .flatMap((system): Drafted[] => {
        const parts = ownedBy(planned, system);
        const swap = parts.find((p) => p.role === 'swap');
        const evidence = [fact('memory', inBytes(ram)), fact('advised', inBytes(advised))];
        const about = { of: system.id, systems: [system.id] };
        if (!swap) {
          // In a volume group there is swap that is not seen here.
          if (system.swap === 'volume' || parts.some(mayHoldMore)) return [];
          return [
            {
              ...about,
              level: 'advice',
              says: message('finding.swap-file-sleep', { system: system.name }),
              evidence,
              remedies: remedy(
                message('remedy.create-swap', { bytes: advised }),
                createIn(planned, { role: 'swap', owners: [system], size: advised }),
              ),
            },
          ];
        }
        const size = bytesOfPart(planned, swap);
        if (size >= ram) return [];
        return [
          {
            ...about,
            level: size < ram * IMAGE_SHARE ? 'hazard' : 'caution',
            says: message('finding.hibernate-swap', { system: system.name }),
            evidence: [fact('swap', size > 0 ? inBytes(size) : valueOf('none')), ...evidence],
            partitions: [swap.id],
            remedies: [
              {
                title: message('remedy.grow-swap', { bytes: advised }),
                edit: resize(planned, swap, advised),
              },
            ],
          },
        ];
      });
  },
};

import { message } from '../../words/index.js';
import { GIB } from '../../quantity/index.js';
import { SWAP_ADVISED_UP_TO_BYTES, swapRules } from '../../sizing/index.js';
import { newSystems, mayHoldMore, ownedBy } from '../context.js';
import { createIn, remedy } from '../repairs.js';
import { inBytes, fact, type Rule } from '../rule.js';

export const swapAdvised: Rule = {
  id: 'swap-advised',
  level: 'caution',
  check: (planned) => {
    const ram = planned.plan.machine.ramBytes;
    if (ram === null || ram > SWAP_ADVISED_UP_TO_BYTES) return [];
    const { sizeSectors, sectorBytes } = planned.survey.disk;
    // Never more than a tenth of a small disk unasked.
    const most = Math.floor((sizeSectors * sectorBytes) / 10 / GIB) * GIB;
    const size = Math.max(GIB, Math.min(most, swapRules(ram).find((rule) => rule.id === 'fill')!.bytes));
    return newSystems(planned)
      .filter((s) => s.family === 'linux' && s.swap === undefined)
      .filter((s) => ownedBy(planned, s).every((p) => p.role !== 'swap' && !mayHoldMore(p)))
      .map((system) => ({
        of: system.id,
        says: message('finding.swap-advised', { system: system.name }),
        evidence: [fact('memory', inBytes(ram)), fact('to-reach-16-gib', inBytes(size))],
        systems: [system.id],
        remedies: remedy(
          message('remedy.create-swap', { bytes: size }),
          createIn(planned, { role: 'swap', owners: [system], size }),
        ),
      }));
  },
};

import { formatBoth, GIB } from '../../quantity/index.js';
import { SWAP_ADVISED_UP_TO_BYTES, swapRules } from '../../sizing/index.js';
import { ownedBy } from '../context.js';
import { createIn, remedy } from '../repairs.js';
import { fact, type Rule } from '../rule.js';

export const swapAdvised: Rule = {
  id: 'swap-advised',
  level: 'caution',
  basis: 'Rule of thumb: with 8 GiB of memory or less, have some swap',
  check: (context) => {
    const ram = context.plan.machine.ramBytes;
    if (ram === null || ram > SWAP_ADVISED_UP_TO_BYTES) return [];
    const size = Math.max(GIB, swapRules(ram).find((rule) => rule.id === 'fill')!.bytes);
    return context.newSystems
      .filter((s) => s.family === 'linux' && ownedBy(context, s, 'swap').length === 0)
      .map((system) => ({
        of: system.id,
        title: `${system.name} has no swap, and memory is small`,
        why: 'When memory runs out, programs are ended. A swap partition, or a swap file made later, prevents it.',
        evidence: [fact('memory', formatBoth(ram)), fact('to reach 16 GiB together', formatBoth(size))],
        systems: [system.id],
        remedies: remedy(
          `Create swap, ${formatBoth(size)}`,
          createIn(context, { role: 'swap', owners: [system], size }),
        ),
      }));
  },
};

import { isEncrypted } from '../../plan/index.js';
import { formatBoth, GIB } from '../../quantity/index.js';
import { ownedBy, titleOf } from '../context.js';
import { createIn, remedy } from '../repairs.js';
import { fact, type Rule } from '../rule.js';

export const encryptedRoot: Rule = {
  id: 'encrypted-root',
  level: 'caution',
  basis: 'Common practice: loaders read kernels from a /boot in the clear',
  check: (context) =>
    context.newSystems
      .filter((s) => !s.kernelsOnEfi && !s.needsBoot && ownedBy(context, s, 'boot').length === 0)
      .flatMap((system) =>
        ownedBy(context, system, 'root')
          .filter((p) => isEncrypted(context.plan, p))
          .map((p) => ({
            of: p.id,
            title: `${titleOf(p)} is encrypted, and ${system.name} has no /boot of its own`,
            why: 'The loader must read the kernel before anything is unlocked. Few loaders can open the container themselves, and slowly.',
            evidence: [fact('layer', context.plan.partitions.find((q) => q.id === p.id)!.layer ?? 'none')],
            partitions: [p.id],
            systems: [system.id],
            remedies: remedy(
              `Create a /boot of ${formatBoth(GIB)}`,
              createIn(context, { role: 'boot', owners: [system], size: GIB }),
            ),
          })),
      ),
};

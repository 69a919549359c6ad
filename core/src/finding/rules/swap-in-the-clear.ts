import { isEncrypted } from '../../plan/index.js';
import { ownedBy, titleOf } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const swapInTheClear: Rule = {
  id: 'swap-in-the-clear',
  level: 'caution',
  basis: 'Swap holds pieces of memory, and with it of what is encrypted elsewhere',
  check: (context) =>
    context.newSystems.flatMap((system) => {
      const { plan } = context;
      const root = ownedBy(context, system, 'root').find((p) => isEncrypted(plan, p));
      if (!root) return [];
      return ownedBy(context, system, 'swap')
        .filter((p) => !isEncrypted(plan, p))
        .map((p) => ({
          of: p.id,
          title: `${titleOf(p)} is not encrypted, while the root is`,
          why: 'Passwords and files that were in memory can be read from it by whoever has the disk.',
          evidence: [fact('root', titleOf(root)), fact('its layer', root.layer ?? 'as found')],
          partitions: [p.id, root.id],
          systems: [system.id],
          remedies:
            p.treatment === 'format'
              ? [
                  {
                    title: 'Encrypt it too',
                    edit: { kind: 'describe' as const, partition: p.id, changes: { layer: 'luks' as const } },
                  },
                ]
              : [],
        }));
    }),
};

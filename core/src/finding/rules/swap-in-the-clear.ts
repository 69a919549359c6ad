import { message } from '../../words/index.js';
import { isEncrypted } from '../../plan/index.js';
import { newSystems, ownedBy, nameOf } from '../context.js';
import { valueOf, fact, type Rule } from '../rule.js';

export const swapInTheClear: Rule = {
  id: 'swap-in-the-clear',
  level: 'caution',
  check: (planned) =>
    newSystems(planned).flatMap((system) => {
      const root = ownedBy(planned, system, 'root').find((p) => isEncrypted(planned, p));
      if (!root) return [];
      return ownedBy(planned, system, 'swap')
        .filter((p) => !isEncrypted(planned, p))
        .map((p) => ({
          of: p.id,
          says: message('finding.swap-in-the-clear', { volume: nameOf(p) }),
          evidence: [fact('root', nameOf(root)), fact('its-layer', root.layer ?? valueOf('as-found'))],
          partitions: [p.id, root.id],
          systems: [system.id],
          remedies:
            p.treatment === 'format' && !p.within
              ? [
                  {
                    title: message('remedy.encrypt'),
                    edit: { kind: 'describe' as const, partition: p.id, changes: { layer: 'luks' as const } },
                  },
                ]
              : [],
        }));
    }),
};

import type { State } from '../../moment/index.js';
import { contentGone } from '../bites.js';
import { message } from '../../words/index.js';
import { undeleteEdit } from '../../compose/index.js';
import { fatesOf } from '../../plan/index.js';
import { systemsThatStay } from '../context.js';
import { remedy } from '../repairs.js';
import { listed, fact, type Rule } from '../rule.js';

export const startLost: Rule = {
  id: 'start-lost',
  level: 'blocker',
  check: (planned) => {
    const { plan, survey } = planned;
    const fates = fatesOf(planned);
    if (plan.target.mode !== 'uefi') return [];
    return systemsThatStay(planned)
      .filter((s) => s.origin === 'found' && s.change === undefined && !s.host)
      .flatMap((system) => {
        const used = fates.filter((f) => {
          const note = plan.found[f.found.id];
          return note?.role === 'efi' && note.owners.includes(system.id);
        });
        const left = plan.partitions.some((p) => p.role === 'efi' && p.owners.includes(system.id));
        if (used.length === 0 || left || used.some((f) => f.kind !== 'erased')) return [];
        return [
          {
            of: system.id,
            says: message('finding.start-lost', { system: system.name }),
            evidence: [fact('deleted', listed(used.map((f) => f.found.name ?? f.found.id)))],
            systems: [system.id],
            from: (state: State) => used.every(({ found }) => contentGone(found.id)(state)),
            partitions: used.map((f) => f.found.id),
            remedies: used.flatMap((f) =>
              remedy(message('remedy.keep-as-found'), undeleteEdit({ plan, survey }, f.found.id)),
            ),
          },
        ];
      });
  },
};

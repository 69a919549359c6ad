import { undeleteEdit } from '../../plan/index.js';
import { systemsThatStay } from '../context.js';
import { remedy } from '../repairs.js';
import { fact, type Rule } from '../rule.js';

export const startLost: Rule = {
  id: 'start-lost',
  level: 'blocker',
  basis: 'UEFI 2.10 §13.3: a system whose loader is gone is not found by the firmware',
  check: (context) => {
    const { plan, survey, fates } = context;
    if (plan.target.mode !== 'uefi') return [];
    return systemsThatStay(context)
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
            title: `${system.name} loses the partition it is started from`,
            why: 'Its loader lies on the EFI system partition that is deleted, and no other is given to it. Its own volume stays, but nothing starts it.',
            evidence: [fact('deleted', used.map((f) => f.found.name ?? f.found.id).join(', '))],
            systems: [system.id],
            partitions: used.map((f) => f.found.id),
            remedies: used.flatMap((f) =>
              remedy('Keep it as found', undeleteEdit({ plan, survey }, f.found.id)),
            ),
          },
        ];
      });
  },
};

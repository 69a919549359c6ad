import { undeleteEdit } from '../../plan/index.js';
import { formatBoth } from '../../quantity/index.js';
import { bytesOfPart, systemsThatStay } from '../context.js';
import { remedy } from '../repairs.js';
import { fact, type Rule } from '../rule.js';

export const recoveryDeleted: Rule = {
  id: 'recovery-deleted',
  level: 'caution',
  basis: 'The recovery volume is what repairs a system that does not start',
  check: (context) => {
    const { plan, survey, fates } = context;
    const staying = new Set(systemsThatStay(context).map((s) => s.id));
    return fates.flatMap(({ kind, found }) => {
      const note = plan.found[found.id];
      if (kind !== 'erased' || note?.role !== 'recovery' || !note.owners.some((o) => staying.has(o)))
        return [];
      return [
        {
          of: found.id,
          title: 'A recovery partition is deleted while its system stays',
          why: 'Without it the system cannot repair its own start. Make a recovery medium first, or keep it.',
          evidence: [fact('size', formatBoth(bytesOfPart(context, found)))],
          partitions: [found.id],
          remedies: remedy('Keep it as found', undeleteEdit({ plan, survey }, found.id)),
        },
      ];
    });
  },
};

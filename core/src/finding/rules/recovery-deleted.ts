import { contentGone } from '../bites.js';
import { message } from '../../words/index.js';
import { undeleteEdit } from '../../compose/index.js';
import { fatesOf } from '../../plan/index.js';
import { bytesOfPart, systemsThatStay } from '../context.js';
import { remedy } from '../repairs.js';
import { inBytes, fact, type Rule } from '../rule.js';

export const recoveryDeleted: Rule = {
  id: 'recovery-deleted',
  level: 'caution',
  check: (planned) => {
    const { plan, survey } = planned;
    const fates = fatesOf(planned);
    const staying = new Set(systemsThatStay(planned).map((s) => s.id));
    return fates.flatMap(({ kind, found, planned: part }) => {
      const note = plan.found[found.id];
      if (
        (kind !== 'erased' && kind !== 'formatted') ||
        note?.role !== 'recovery' ||
        !note.owners.some((o) => staying.has(o))
      )
        return [];
      return [
        {
          of: found.id,
          says: message('finding.recovery-deleted'),
          evidence: [fact('size', inBytes(bytesOfPart(planned, found)))],
          partitions: [found.id],
          from: contentGone(found.id),
          remedies:
            kind === 'erased'
              ? remedy(message('remedy.keep-as-found'), undeleteEdit({ plan, survey }, found.id))
              : remedy(
                  message('remedy.keep-content'),
                  part && { kind: 'treat', partition: part.id, treatment: 'keep' },
                ),
        },
      ];
    });
  },
};

import { message } from '../../words/index.js';
import { makePrimaryEdit } from '../../compose/index.js';
import { isLogical, slotsOf } from '../../layout/index.js';
import type { PlannedPartition } from '../../plan/index.js';
import { bytesOfPart, systemsThatStay, nameOf } from '../context.js';
import { inBytes, fact, type Drafted, type Rule } from '../rule.js';

export const windowsOnLogical: Rule = {
  id: 'windows-on-logical',
  level: 'blocker',
  check: (planned) => {
    const slots = slotsOf(planned);
    if (!slots) return [];
    const starts = (p: PlannedPartition) => ['system', 'boot'].includes(p.role);
    return systemsThatStay(planned)
      .filter((s) => s.family === 'windows')
      .flatMap((system): Drafted[] => {
        const own = planned.plan.partitions.filter((p) => p.owners.includes(system.id) && starts(p));
        const logical = own.filter((p) => isLogical(planned, p));
        if (own.length === 0 ? slots.free > 0 : logical.length < own.length) return [];
        if (own.length === 0)
          return [
            {
              of: system.id,
              says: message('finding.no-primary-free', { system: system.name }),
              evidence: [fact('primaries', String(slots.primaries.length))],
              systems: [system.id],
            },
          ];
        return logical.map((p) => ({
          of: p.id,
          says: message('finding.windows-on-logical', { volume: nameOf(p), system: system.name }),
          evidence: [fact('size', inBytes(bytesOfPart(planned, p)))],
          partitions: [p.id],
          systems: [system.id],
          remedies: [{ title: message('remedy.make-primary'), edit: makePrimaryEdit(planned, p) }],
        }));
      });
  },
};

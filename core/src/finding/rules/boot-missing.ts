import type { Planned } from '../../plan/index.js';
import { holdingOf, type System } from '../../system/index.js';
import { message } from '../../words/index.js';
import { bootSize, kernelsBytes } from '../../sizing/index.js';
import { newSystems, bytesOfPart, ownedBy, nameOf } from '../context.js';
import { createIn, remedy, resize } from '../repairs.js';
import { inBytes, fact, type Drafted, type Rule } from '../rule.js';

export const bootMissing: Rule = {
  id: 'boot-missing',
  level: 'caution',
  check: (planned) =>
    newSystems(planned).flatMap((system) => [...missing(planned, system), ...small(planned, system)]),
};

function missing(planned: Planned, system: System): Drafted[] {
  if (!system.needsBoot || ownedBy(planned, system, 'boot').length > 0) return [];
  const advised = bootSize(holdingOf(system)).bytes;
  return [
    {
      of: system.id,
      says: message('finding.boot-missing', { system: system.name }),
      evidence: [fact('advised', inBytes(advised))],
      systems: [system.id],
      remedies: remedy(
        message('remedy.create', { bytes: advised }),
        createIn(planned, { role: 'boot', owners: [system], size: advised }),
      ),
    },
  ];
}

function small(planned: Planned, system: System): Drafted[] {
  const boot = ownedBy(planned, system, 'boot')[0];
  const size = boot ? bytesOfPart(planned, boot) : 0;
  const advised = bootSize(holdingOf(system)).bytes;
  // Room for the kernels kept and the next, and little else.
  if (!boot || size >= kernelsBytes(holdingOf(system))) return [];
  return [
    {
      of: system.id,
      says: message('finding.boot-small', { volume: nameOf(boot) }),
      evidence: [fact('planned', inBytes(size)), fact('advised', inBytes(advised))],
      partitions: [boot.id],
      systems: [system.id],
      remedies: [{ title: message('remedy.grow', { bytes: advised }), edit: resize(planned, boot, advised) }],
    },
  ];
}

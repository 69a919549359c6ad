import type { Planned } from '../../plan/index.js';
import type { System } from '../../system/index.js';
import { message } from '../../words/index.js';
import { bootSize, kernelsBytes } from '../../sizing/index.js';
import { newSystems, bytesOfPart, ownedBy, nameOf } from '../context.js';
import { createIn, remedy, resize } from '../repairs.js';
import { inBytes, fact, type Drafted, type Rule } from '../rule.js';

const ADVISED = bootSize().bytes;
/** Room for the kernels kept and the next, and little else. */
const TOO_SMALL = kernelsBytes();

export const bootMissing: Rule = {
  id: 'boot-missing',
  level: 'caution',
  basis: 'Rule of thumb: image-based systems and unusual roots keep kernels on a /boot of 1 GiB',
  check: (planned) =>
    newSystems(planned).flatMap((system) => [...missing(planned, system), ...small(planned, system)]),
};

function missing(planned: Planned, system: System): Drafted[] {
  if (!system.needsBoot || ownedBy(planned, system, 'boot').length > 0) return [];
  return [
    {
      of: system.id,
      says: message('finding.boot-missing', { system: system.name }),
      evidence: [fact('advised', inBytes(ADVISED))],
      systems: [system.id],
      remedies: remedy(
        message('remedy.create', { bytes: ADVISED }),
        createIn(planned, { role: 'boot', owners: [system], size: ADVISED }),
      ),
    },
  ];
}

function small(planned: Planned, system: System): Drafted[] {
  const boot = ownedBy(planned, system, 'boot')[0];
  const size = boot ? bytesOfPart(planned, boot) : 0;
  if (!boot || size >= TOO_SMALL) return [];
  return [
    {
      of: system.id,
      says: message('finding.boot-small', { volume: nameOf(boot) }),
      evidence: [fact('planned', inBytes(size)), fact('advised', inBytes(ADVISED))],
      partitions: [boot.id],
      systems: [system.id],
      remedies: [{ title: message('remedy.grow', { bytes: ADVISED }), edit: resize(planned, boot, ADVISED) }],
    },
  ];
}

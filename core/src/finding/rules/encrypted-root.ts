import { message } from '../../words/index.js';
import { isEncrypted } from '../../plan/index.js';
import { bootSize } from '../../sizing/index.js';
import { holdingOf } from '../../system/index.js';
import { newSystems, ownedBy, nameOf } from '../context.js';
import { createIn, remedy } from '../repairs.js';
import { valueOf, fact, type Rule } from '../rule.js';

export const encryptedRoot: Rule = {
  id: 'encrypted-root',
  level: 'caution',
  check: (planned) =>
    newSystems(planned)
      .filter((s) => !s.kernelsOnEfi && !s.needsBoot && ownedBy(planned, s, 'boot').length === 0)
      .flatMap((system) =>
        ownedBy(planned, system, 'root')
          .filter((p) => isEncrypted(planned, p))
          .map((p) => ({
            of: p.id,
            says: message('finding.encrypted-root', { volume: nameOf(p), system: system.name }),
            evidence: [fact('layer', p.layer ?? valueOf('none'))],
            partitions: [p.id],
            systems: [system.id],
            remedies: remedy(
              message('remedy.create-boot', { bytes: bootSize(holdingOf(system)).bytes }),
              createIn(planned, { role: 'boot', owners: [system], size: bootSize(holdingOf(system)).bytes }),
            ),
          })),
      ),
};

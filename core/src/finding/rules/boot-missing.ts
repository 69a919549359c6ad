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
  level: 'blocker',
  basis: 'Rule of thumb: image-based systems and unusual roots keep kernels on a /boot of 1 GiB',
  check: (planned) =>
    newSystems(planned)
      .filter((system) => system.needsBoot)
      .flatMap((system): Drafted[] => {
        const boot = ownedBy(planned, system, 'boot')[0];
        const evidence = [fact('advised', inBytes(ADVISED))];
        if (!boot)
          return [
            {
              of: system.id,
              says: message('finding.boot-missing', { system: system.name }),
              evidence,
              systems: [system.id],
              remedies: remedy(
                message('remedy.create', { bytes: ADVISED }),
                createIn(planned, { role: 'boot', owners: [system], size: ADVISED }),
              ),
            },
          ];
        const size = bytesOfPart(planned, boot);
        if (size >= TOO_SMALL) return [];
        return [
          {
            of: system.id,
            level: 'caution' as const,
            says: message('finding.boot-small', { volume: nameOf(boot) }),
            evidence: [fact('planned', inBytes(size)), ...evidence],
            partitions: [boot.id],
            systems: [system.id],
            remedies: [
              { title: message('remedy.grow', { bytes: ADVISED }), edit: resize(planned, boot, ADVISED) },
            ],
          },
        ];
      }),
};

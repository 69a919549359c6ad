import { largestGap } from '../../layout/index.js';
import { message } from '../../words/index.js';
import { FAMILY_NAMES } from '../../system/index.js';
import { newEfiBytes } from '../../sizing/index.js';
import { newSystems, bytesOfPart, withRole } from '../context.js';
import { createIn, remedy } from '../repairs.js';
import { inBytes, valueOf, fact, type Rule } from '../rule.js';

export const efiMissing: Rule = {
  id: 'efi-missing',
  level: 'blocker',
  check: (planned) => {
    const { plan } = planned;
    const arriving = newSystems(planned);
    const gap = largestGap(planned);
    const needing = arriving.filter((s) => !s.ownSetup);
    if (plan.target.mode !== 'uefi' || needing.length === 0 || withRole(planned, 'efi').length > 0) return [];
    const maker = arriving.find((s) => s.ownSetup && s.family === 'windows');
    const size = newEfiBytes(needing, planned.survey.disk);
    return [
      {
        of: 'disk',
        level: maker && gap ? ('advice' as const) : ('blocker' as const),
        says:
          maker && gap
            ? message('finding.efi-by-setup', { maker: maker.name, systems: needing.map((s) => s.name) })
            : message('finding.efi-missing', { family: FAMILY_NAMES[needing[0]!.family] }),
        evidence: [
          fact('advised', inBytes(size)),
          fact('largest-gap', gap ? inBytes(bytesOfPart(planned, gap.usable)) : valueOf('none')),
        ],
        systems: needing.map((s) => s.id),
        remedies: remedy(
          message('remedy.create', { bytes: size }),
          createIn(planned, { role: 'efi', owners: needing, size }),
        ),
      },
    ];
  },
};

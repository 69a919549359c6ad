import { newSystems } from '../context.js';
import { message } from '../../words/index.js';
import { MIB } from '../../quantity/index.js';
import { fitOf } from '../../system/index.js';
import { hasBiosBoot } from '../../match/index.js';
import { createIn, remedy } from '../repairs.js';
import { inBytes, fact, type Rule } from '../rule.js';

export const biosBootMissing: Rule = {
  id: 'bios-boot-missing',
  level: 'blocker',
  basis: 'Common practice: on GPT the BIOS loader’s core has no place but a BIOS boot partition',
  check: (planned) => {
    const { plan } = planned;
    const arriving = newSystems(planned);
    const needing = arriving.filter(
      (s) => fitOf(s, plan.target.mode, plan.target.style) === 'needs-bios-boot',
    );
    if (needing.length === 0 || hasBiosBoot(plan)) return [];
    return [
      {
        of: 'disk',
        says: message('finding.bios-boot-missing'),
        evidence: [fact('mode-and-style', 'BIOS, GPT'), fact('needed', inBytes(MIB))],
        systems: needing.map((s) => s.id),
        remedies: remedy(
          message('remedy.create', { bytes: MIB }),
          createIn(planned, { role: 'bios-boot', owners: needing, size: MIB }),
        ),
      },
    ];
  },
};

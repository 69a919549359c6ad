import { MIB } from '../../quantity/index.js';
import { fitOf } from '../../system/index.js';
import { hasBiosBoot } from '../../match/index.js';
import { createIn, remedy } from '../repairs.js';
import { fact, type Rule } from '../rule.js';

export const biosBootMissing: Rule = {
  id: 'bios-boot-missing',
  level: 'blocker',
  basis: 'Common practice: on GPT the BIOS loader’s core has no place but a BIOS boot partition',
  check: (context) => {
    const { plan, newSystems } = context;
    const needing = newSystems.filter(
      (s) => fitOf(s, plan.target.mode, plan.target.style) === 'needs-bios-boot',
    );
    if (needing.length === 0 || hasBiosBoot(plan)) return [];
    return [
      {
        of: 'disk',
        title: 'No BIOS boot partition',
        why: 'To start in BIOS mode from a GPT disk the loader needs 1 MiB of its own, without a file system.',
        evidence: [fact('mode and style', 'BIOS, GPT'), fact('needed', '1 MiB')],
        systems: needing.map((s) => s.id),
        remedies: remedy(
          'Create it, 1 MiB',
          createIn(context, { role: 'bios-boot', owners: needing, size: MIB }),
        ),
      },
    ];
  },
};

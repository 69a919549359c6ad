import { message } from '../../words/index.js';
import { canRun } from '../../machine/index.js';
import { inBytes, fact, type Rule } from '../rule.js';

export const mbrOnBlank: Rule = {
  id: 'mbr-on-blank',
  level: 'caution',
  check: (planned) => {
    const { plan, survey } = planned;
    const { sectorBytes } = planned.survey.disk;
    const { style, table } = plan.target;
    const fresh = table === 'new' || survey.disk.style === 'none';
    if (!fresh || style !== 'mbr' || plan.target.mode === 'bios' || !canRun(plan.machine, 'uefi')) return [];
    return [
      {
        of: 'disk',
        says: message('finding.mbr-on-blank'),
        evidence: [
          fact('firmware', plan.machine.firmware),
          fact('disk', inBytes(survey.disk.sizeSectors * sectorBytes)),
        ],
        remedies: [
          {
            title: message('remedy.use-gpt'),
            edit: { kind: 'set-target' as const, changes: { style: 'gpt' as const } },
          },
        ],
      },
    ];
  },
};

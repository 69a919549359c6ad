import { canRun } from '../../machine/index.js';
import { formatBoth } from '../../quantity/index.js';
import { fact, type Rule } from '../rule.js';

export const mbrOnBlank: Rule = {
  id: 'mbr-on-blank',
  level: 'caution',
  basis: 'UEFI 2.10 §5.3: GPT is the table of UEFI; an MBR is kept only where something on the disk needs it',
  check: ({ plan, survey, sectorBytes }) => {
    const { style, table } = plan.target;
    const fresh = table === 'new' || survey.disk.style === 'none';
    if (!fresh || style !== 'mbr' || !canRun(plan.machine, 'uefi')) return [];
    return [
      {
        of: 'disk',
        title: 'A new table on a machine with UEFI should be GPT',
        why: 'An MBR holds four primary partitions, ends at 2 TiB and has no second copy. Nothing on this disk asks for it any more.',
        evidence: [
          fact('firmware', plan.machine.firmware),
          fact('disk', formatBoth(survey.disk.sizeSectors * sectorBytes)),
        ],
        remedies: [
          { title: 'Write a GPT', edit: { kind: 'set-target' as const, changes: { style: 'gpt' as const } } },
        ],
      },
    ];
  },
};

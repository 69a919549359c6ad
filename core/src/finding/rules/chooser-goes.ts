import { startOf } from '../../start/index.js';
import { keepSystemEdit } from '../../plan/index.js';
import { systemsThatStay } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const chooserGoes: Rule = {
  id: 'chooser-goes',
  level: 'hazard',
  basis:
    'In BIOS mode the code in the disk’s first sector reads the rest of its loader from the root of its system',
  check: (context) => {
    const { plan, survey } = context;
    if (plan.target.mode !== 'bios' || plan.target.table === 'new') return [];
    const staying = systemsThatStay(context);
    if (startOf(plan).chooser || staying.length === 0) return [];
    return plan.systems
      .filter((s) => s.origin === 'found' && ['linux', 'bsd'].includes(s.family) && !staying.includes(s))
      .map((gone) => ({
        of: gone.id,
        title: `With ${gone.name} goes the loader of the disk`,
        why: `The first sector still names it, and ${staying.map((s) => s.name).join(' and ')} will not start until its own start code is written there. The runbook has the step; have its repair medium at hand.`,
        evidence: [fact('goes', gone.name), fact('stays', staying.map((s) => s.name).join(', '))],
        systems: [gone.id, ...staying.map((s) => s.id)],
        remedies: [{ title: `Keep ${gone.name}`, edit: keepSystemEdit({ plan, survey }, gone) }],
      }));
  },
};

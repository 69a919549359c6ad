import { message } from '../../words/index.js';
import { startOf } from '../../start/index.js';
import { keepSystemEdit } from '../../compose/index.js';
import { systemsThatStay } from '../context.js';
import { listed, fact, type Rule } from '../rule.js';

export const chooserGoes: Rule = {
  id: 'chooser-goes',
  level: 'hazard',
  check: (planned) => {
    const { plan, survey } = planned;
    if (plan.target.mode !== 'bios' || plan.target.table === 'new') return [];
    const staying = systemsThatStay(planned);
    if (startOf(plan).chooser || staying.length === 0) return [];
    return plan.systems
      .filter((s) => s.origin === 'found' && ['linux', 'bsd'].includes(s.family) && !staying.includes(s))
      .map((gone) => ({
        of: gone.id,
        says: message('finding.chooser-goes', { system: gone.name, systems: staying.map((s) => s.name) }),
        evidence: [fact('removed', gone.name), fact('stays', listed(staying.map((s) => s.name)))],
        systems: [gone.id, ...staying.map((s) => s.id)],
        remedies: [
          {
            title: message('remedy.keep-system', { system: gone.name }),
            edit: keepSystemEdit({ plan, survey }, gone),
          },
        ],
      }));
  },
};

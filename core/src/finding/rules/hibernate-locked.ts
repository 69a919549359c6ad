import { sleeps } from '../../system/index.js';
import { message } from '../../words/index.js';
import { systemsThatStay } from '../context.js';
import { noHibernation } from '../repairs.js';
import { fact, valueOf, type Rule } from '../rule.js';

export const hibernateLocked: Rule = {
  id: 'hibernate-locked',
  level: 'caution',
  check: (planned) => {
    const { plan } = planned;
    if (plan.target.mode !== 'uefi' || plan.machine.secureBoot === 'off') return [];
    return systemsThatStay(planned)
      .filter((s) => s.family === 'linux' && s.signed && sleeps(s))
      .map((system) => ({
        of: system.id,
        says: message('finding.hibernate-locked', { system: system.name }),
        evidence: [
          fact('secure-boot', valueOf(plan.machine.secureBoot === 'on' ? 'on' : 'unknown')),
          fact('hibernation', valueOf('on')),
        ],
        systems: [system.id],
        remedies: [noHibernation([system])],
      }));
  },
};

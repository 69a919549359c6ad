import { message } from '../../words/index.js';
import { sleeps } from '../../system/index.js';
import { systemsThatStay } from '../context.js';
import { noHibernation } from '../repairs.js';
import { valueOf, fact, type Rule } from '../rule.js';

export const volumeInUse: Rule = {
  id: 'volume-in-use',
  level: 'caution',
  check: (planned) => {
    const stay = systemsThatStay(planned);
    if (stay.length < 2) return [];
    return stay
      .filter((system) => system.origin === 'found' && system.family === 'windows' && sleeps(system))
      .map((system) => ({
        of: system.id,
        says: message('finding.volume-in-use', { system: system.name }),
        evidence: [fact('hibernation', valueOf('on-as-known'))],
        systems: [system.id],
        remedies: [
          noHibernation([system]),
          {
            title: message('remedy.already-off'),
            edit: { kind: 'change-system' as const, system: system.id, changes: { hibernates: false } },
          },
        ],
      }));
  },
};

import { message } from '../../words/index.js';
import { newSystems } from '../context.js';
import { fact, valueOf, type Rule } from '../rule.js';

export const controllerRaid: Rule = {
  id: 'controller-raid',
  level: 'caution',
  check: (planned) => {
    const { plan } = planned;
    const blind = newSystems(planned).filter((s) => s.family === 'linux' || s.family === 'bsd');
    if (plan.machine.controller !== 'raid' || plan.target.controller === 'plain' || blind.length === 0)
      return [];
    return [
      {
        of: 'machine',
        says: message('finding.controller-raid', { systems: blind.map((s) => s.name) }),
        evidence: [fact('controller', valueOf('raid'))],
        systems: blind.map((s) => s.id),
        remedies: [
          {
            title: message('remedy.controller-plain'),
            edit: { kind: 'set-target' as const, changes: { controller: 'plain' as const } },
          },
        ],
      },
    ];
  },
};

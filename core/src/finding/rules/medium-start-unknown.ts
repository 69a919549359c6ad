import { newSystems } from '../context.js';
import { message } from '../../words/index.js';
import { fact, type Rule } from '../rule.js';

export const mediumStartUnknown: Rule = {
  id: 'medium-start-unknown',
  level: 'caution',
  check: (planned) => {
    const { plan } = planned;
    const arriving = newSystems(planned);
    return arriving.length === 0 || plan.machine.mediumStart !== 'unknown'
      ? []
      : [
          {
            of: 'machine',
            says: message('finding.medium-start-unknown', { mode: plan.target.mode }),
            evidence: [fact('needed', message('value.mode', { mode: plan.target.mode }))],
            systems: arriving.map((s) => s.id),
            remedies: [
              {
                title: message('remedy.start-medium', { mode: plan.target.mode }),
                edit: { kind: 'set-machine', changes: { mediumStart: plan.target.mode } },
              },
            ],
          },
        ];
  },
};

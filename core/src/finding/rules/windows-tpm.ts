import { isArriving, nearestProfile } from '../../system/index.js';
import { message } from '../../words/index.js';
import { systemsThatStay } from '../context.js';
import { fact, valueOf, type Rule } from '../rule.js';

export const windowsTpm: Rule = {
  id: 'windows-tpm',
  level: 'blocker',
  check: (planned) => {
    const { tpm } = planned.plan.machine;
    if (tpm === 'yes') return [];
    return systemsThatStay(planned)
      .filter((s) => isArriving(s) && nearestProfile(s).id === 'windows-11')
      .map((system) => ({
        of: system.id,
        level: tpm === 'no' ? ('blocker' as const) : ('advice' as const),
        says: message('finding.windows-tpm', { system: system.name, known: tpm === 'no' }),
        evidence: [fact('tpm', valueOf(tpm === 'no' ? 'none' : 'unknown'))],
        systems: [system.id],
      }));
  },
};

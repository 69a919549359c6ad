import { nearestProfile, isArriving } from '../../system/index.js';
import { message } from '../../words/index.js';
import { systemsThatStay } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const supportEnded: Rule = {
  id: 'support-ended',
  level: 'advice',
  check: (planned) =>
    systemsThatStay(planned)
      .filter((s) => isArriving(s) && nearestProfile(s).id === 'windows-10')
      .map((system) => ({
        of: system.id,
        says: message('finding.support-ended', { system: system.name }),
        evidence: [fact('system', 'Windows 10')],
        systems: [system.id],
      })),
};

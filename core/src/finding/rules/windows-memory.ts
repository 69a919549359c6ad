import { GB } from '../../quantity/index.js';
import { isArriving, nearestProfile } from '../../system/index.js';
import { message } from '../../words/index.js';
import { systemsThatStay } from '../context.js';
import { fact, inBytes, type Rule } from '../rule.js';

/** Published requirement, in the maker's own units. Firmware and graphics take some of what is built in. */
const LEAST_BYTES = 3.5 * GB;

export const windowsMemory: Rule = {
  id: 'windows-memory',
  level: 'blocker',
  check: (planned) => {
    const { ramBytes } = planned.plan.machine;
    if (ramBytes === null || ramBytes >= LEAST_BYTES) return [];
    return systemsThatStay(planned)
      .filter((s) => isArriving(s) && nearestProfile(s).id === 'windows-11')
      .map((system) => ({
        of: system.id,
        says: message('finding.windows-memory', { system: system.name }),
        evidence: [fact('memory', inBytes(ramBytes)), fact('needed', inBytes(4 * GB))],
        systems: [system.id],
      }));
  },
};

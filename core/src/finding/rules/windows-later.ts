import { message } from '../../words/index.js';
import { newSystems, systemsThatStay } from '../context.js';
import { listed, fact, type Rule } from '../rule.js';

export const windowsLater: Rule = {
  id: 'windows-later',
  level: 'caution',
  check: (planned) => {
    const others = systemsThatStay(planned).filter((s) => s.family !== 'windows' && s.origin === 'found');
    return newSystems(planned)
      .filter((s) => s.family === 'windows' && others.length > 0)
      .map((system) => ({
        of: system.id,
        says: message('finding.windows-later', { system: system.name, systems: others.map((s) => s.name) }),
        evidence: [fact('already-installed', listed(others.map((s) => s.name)))],
        systems: [system.id, ...others.map((s) => s.id)],
      }));
  },
};

import { isArriving } from '../../system/index.js';
import { message } from '../../words/index.js';
import { systemsThatStay } from '../context.js';
import { fact, listed, type Rule } from '../rule.js';

export const macosMachine: Rule = {
  id: 'macos-machine',
  level: 'caution',
  check: (planned) => {
    const all = systemsThatStay(planned);
    const isThere = all.some((s) => s.family === 'macos' && !isArriving(s));
    return all
      .filter((s) => s.family === 'macos' && isArriving(s) && !isThere)
      .map((system) => ({
        of: system.id,
        says: message('finding.macos-machine', { system: system.name }),
        evidence: [fact('installed-systems', listed(all.map((s) => s.name)))],
        systems: [system.id],
      }));
  },
};

import { entryStates } from '../../start/index.js';
import { isArriving } from '../../system/index.js';
import { message } from '../../words/index.js';
import { systemsThatStay } from '../context.js';
import { fact, listed, type Rule } from '../rule.js';

export const entryMissing: Rule = {
  id: 'entry-missing',
  level: 'advice',
  check: (planned) => {
    const own = entryStates(planned).filter((s) => s.entry.partition && !s.fallback);
    // An entry of which it is not clear what it starts may be the one.
    if (own.length === 0 || own.some((s) => !s.system && s.fate === 'stays')) return [];
    return systemsThatStay(planned)
      .filter(
        (s) =>
          s.origin === 'found' &&
          !isArriving(s) &&
          s.family !== 'macos' &&
          !s.host &&
          !own.some(({ system }) => system?.id === s.id),
      )
      .map((system) => ({
        of: system.id,
        says: message('finding.entry-missing', { system: system.name }),
        evidence: [fact('present', listed(own.map(({ entry }) => entry.description)))],
        systems: [system.id],
      }));
  },
};

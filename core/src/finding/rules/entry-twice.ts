import { entryName } from '../../firmware/index.js';
import { entryStates } from '../../start/index.js';
import { message } from '../../words/index.js';
import { fact, listed, type Rule } from '../rule.js';

export const entryTwice: Rule = {
  id: 'entry-twice',
  level: 'advice',
  check: (planned) => {
    const byName = new Map<string, string[]>();
    for (const { entry } of entryStates(planned))
      if (entry.partition)
        byName.set(entry.description, [...(byName.get(entry.description) ?? []), entryName(entry.number)]);
    return [...byName]
      .filter(([, numbers]) => numbers.length > 1)
      .map(([entry, numbers]) => ({
        of: entry,
        says: message('finding.entry-twice', { entry }),
        evidence: [fact({ name: entry }, listed(numbers))],
      }));
  },
};

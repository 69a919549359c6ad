import { entryName } from '../../firmware/index.js';
import { partitionTitle } from '../../plan/index.js';
import { entryStates } from '../../start/index.js';
import { message } from '../../words/index.js';
import { fact, valueOf, type Rule } from '../rule.js';

export const entryLost: Rule = {
  id: 'entry-lost',
  level: 'advice',
  check: (planned) =>
    entryStates(planned)
      .filter(({ fate }) => fate === 'gone' || fate === 'emptied')
      .map(({ entry, fate, planned: kept, system }) => ({
        of: entryName(entry.number),
        says: message('finding.entry-lost', { entry: entry.description, emptied: fate === 'emptied' }),
        evidence: [
          fact({ name: entryName(entry.number) }, entry.path ?? entry.description),
          fact('leads-to', kept ? partitionTitle(kept) : valueOf('nothing')),
        ],
        partitions: kept ? [kept.id] : [],
        systems: system ? [system.id] : [],
      })),
};

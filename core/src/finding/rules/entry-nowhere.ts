import { entryName } from '../../firmware/index.js';
import { entryStates } from '../../start/index.js';
import { message } from '../../words/index.js';
import { fact, valueOf, type Rule } from '../rule.js';

export const entryNowhere: Rule = {
  id: 'entry-nowhere',
  level: 'advice',
  check: (planned) =>
    entryStates(planned)
      .filter(({ fate }) => fate === 'nowhere')
      .map(({ entry }) => ({
        of: entryName(entry.number),
        says: message('finding.entry-nowhere', { entry: entry.description }),
        evidence: [
          fact({ name: entryName(entry.number) }, entry.path ?? entry.description),
          fact('leads-to', entry.partition?.uuid ?? valueOf('nothing')),
        ],
      })),
};

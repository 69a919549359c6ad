import { encrypterOf, fatesOf } from '../../plan/index.js';
import { message } from '../../words/index.js';
import { nameOf } from '../context.js';
import { fact, valueOf, type Rule } from '../rule.js';

export const luksChanges: Rule = {
  id: 'luks-changes',
  level: 'caution',
  check: (planned) =>
    fatesOf(planned).flatMap(({ found, planned: part, kind }) => {
      const changes = kind === 'shrunk' || kind === 'grown' || kind === 'moved';
      if (!part || !changes || encrypterOf(planned, found.id) !== 'luks') return [];
      return [
        {
          of: part.id,
          says: message('finding.luks-changes', { volume: nameOf(part), change: kind }),
          evidence: [fact('content', 'LUKS'), fact('change', valueOf(kind))],
          partitions: [part.id],
        },
      ];
    }),
};

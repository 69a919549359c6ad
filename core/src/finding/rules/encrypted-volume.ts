import { fatesOf, isWindowsEncrypted } from '../../plan/index.js';
import { message } from '../../words/index.js';
import { nameOf } from '../context.js';
import { valueOf, fact, type Rule } from '../rule.js';

export const encryptedVolume: Rule = {
  id: 'encrypted-volume',
  level: 'hazard',
  check: (planned) => {
    const fates = fatesOf(planned);
    return fates.flatMap(({ found, planned: part, kind }) => {
      if (!part || !isWindowsEncrypted(planned, found.id) || kind === 'untouched' || kind === 'formatted')
        return [];
      return [
        {
          of: part.id,
          says: message('finding.encrypted-volume', { volume: nameOf(part) }),
          evidence: [fact('change', valueOf(kind)), fact('encrypted', valueOf('own-system'))],
          partitions: [part.id],
        },
      ];
    });
  },
};

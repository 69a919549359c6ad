import { fatesOf } from '../../plan/index.js';
import { message } from '../../words/index.js';
import { FAMILY_NAMES } from '../../system/index.js';
import { VOLUME_TRAITS, volumeName } from '../../volume/index.js';
import { systemsThatStay, nameOf } from '../context.js';
import { valueOf, fact, type Rule } from '../rule.js';

export const notOwnTool: Rule = {
  id: 'not-own-tool',
  level: 'caution',
  check: (planned) =>
    fatesOf(planned).flatMap(({ planned: part, kind }) => {
      if (!part || (kind !== 'shrunk' && kind !== 'grown')) return [];
      const family = VOLUME_TRAITS[part.fileSystem].ownTool;
      if (family !== 'windows' && family !== 'macos') return [];
      const own = systemsThatStay(planned).some((s) => s.origin === 'found' && s.family === family);
      if (own) return [];
      return [
        {
          of: part.id,
          says: message('finding.not-own-tool', {
            volume: nameOf(part),
            shrunk: kind === 'shrunk',
            family: FAMILY_NAMES[family],
            content: volumeName(part.fileSystem),
          }),
          evidence: [fact('content', volumeName(part.fileSystem)), fact('change', valueOf(kind))],
          partitions: [part.id],
        },
      ];
    }),
};

import { FAMILY_NAMES } from '../../system/index.js';
import { VOLUME_TRAITS, volumeName } from '../../volume/index.js';
import { systemsThatStay, titleOf } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const notOwnTool: Rule = {
  id: 'not-own-tool',
  level: 'caution',
  basis: 'Common practice: a system’s own tool changes its own volumes',
  check: (context) =>
    context.fates.flatMap(({ planned, kind }) => {
      if (!planned || (kind !== 'shrunk' && kind !== 'grown')) return [];
      const family = VOLUME_TRAITS[planned.fileSystem].ownTool;
      if (family !== 'windows' && family !== 'macos') return [];
      const own = systemsThatStay(context).some((s) => s.origin === 'found' && s.family === family);
      if (own) return [];
      return [
        {
          of: planned.id,
          title: `${titleOf(planned)} would be ${kind} without its own system`,
          why: `No ${FAMILY_NAMES[family]} is on the disk that could change its ${volumeName(planned.fileSystem)} with its own tool, check it and start from it afterwards. Others can; have a backup that was tried, and let the owning system check it when it is met again.`,
          evidence: [fact('content', volumeName(planned.fileSystem)), fact('change', kind)],
          partitions: [planned.id],
        },
      ];
    }),
};

import { mountTableLines, partitionTitle } from '../../plan/index.js';
import { fact, type Rule } from '../rule.js';

const LOST = ['erased', 'formatted'];

export const mountTableStale: Rule = {
  id: 'mount-table-stale',
  level: 'caution',
  basis:
    'fstab(5): what is made anew has another UUID; a line that names what is gone delays or stops the start',
  check: ({ survey, fates, plan }) =>
    mountTableLines(survey).flatMap(({ table, line, refersTo }) => {
      const fateOf = (id: string) => fates.find((f) => f.found.id === id);
      const root = fateOf(table);
      const target = fateOf(refersTo);
      if (!root || !target || root.planned?.treatment !== 'keep' || !LOST.includes(target.kind)) return [];
      const role = plan.found[refersTo]?.role ?? 'other';
      const title = partitionTitle({ label: target.found.volume?.label, name: target.found.name, role });
      return [
        {
          of: `${table}-${refersTo}`,
          title: `A kept system still mounts “${title}”`,
          why: `Its mount table names what is ${target.kind === 'erased' ? 'deleted' : 'made anew under another id'}. Take the line out, or put the new id in, before that system is started: else it waits for it, or does not start.`,
          evidence: [fact('line of its mount table', line)],
          partitions: [table, refersTo],
        },
      ];
    }),
};

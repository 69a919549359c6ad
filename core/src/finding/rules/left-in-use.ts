import { partitionTitle } from '../../plan/index.js';
import { fact, type Rule } from '../rule.js';

export const leftInUse: Rule = {
  id: 'left-in-use',
  level: 'hazard',
  basis:
    'A sleeping system keeps parts of its volumes in memory; an unclean volume must be checked by its own system',
  check: ({ fates, plan }) =>
    fates.flatMap(({ found, planned, kind }) => {
      const { dirty, hibernated } = found.volume ?? {};
      if (!planned || planned.treatment !== 'keep' || (!dirty && !hibernated)) return [];
      const note = plan.found[found.id];
      const title = partitionTitle({
        label: found.volume?.label,
        name: found.name,
        role: note?.role ?? 'other',
      });
      const touched = kind !== 'untouched';
      return [
        {
          of: found.id,
          level: touched ? ('hazard' as const) : ('caution' as const),
          title: hibernated ? `A system sleeps in “${title}”` : `“${title}” was not closed cleanly`,
          why: hibernated
            ? 'Whatever another system writes now is destroyed when it wakes up. Start it, turn hibernation and fast startup off, shut it down fully, and read the disk again.'
            : 'Its own counts may be old and its structure may need repair. Start its system, or have it checked, shut down cleanly, and read the disk again before its size or place is changed.',
          evidence: [
            fact('as read', hibernated ? 'hibernated' : 'marked as in use'),
            fact('planned', touched ? kind : 'not changed'),
          ],
          partitions: [planned.id],
        },
      ];
    }),
};

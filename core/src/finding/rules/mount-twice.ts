import { message } from '../../words/index.js';
import { grouped } from '../grouped.js';
import { mountPointsOf, partitionTitle, volumesOf } from '../../plan/index.js';
import { listed, fact, type Rule } from '../rule.js';

export const mountTwice: Rule = {
  id: 'mount-twice',
  level: 'blocker',
  check: ({ plan }) =>
    plan.systems.flatMap((system) => {
      const mounted = volumesOf(plan)
        .filter((p) => p.owners.includes(system.id))
        .flatMap((p) => mountPointsOf(p).map((at) => ({ ...p, at })))
        .filter(({ at }) => at.startsWith('/'));
      return [...grouped(mounted, ({ at }) => at)].flatMap(([mountPoint, same]) =>
        same.length < 2
          ? []
          : [
              {
                of: `${system.id}-${mountPoint}`,
                says: message('finding.mount-twice', {
                  system: system.name,
                  partitions: same.length,
                  mountPoint,
                }),
                evidence: [fact('partitions', listed(same.map((p) => partitionTitle(p))))],
                partitions: same.map((p) => p.id),
                systems: [system.id],
                remedies: same
                  .filter((p) => p.from === null && mountPoint !== '/' && p.mountPoint === mountPoint)
                  .slice(-1)
                  .map((p) => ({
                    title: message('remedy.unmount', { volume: partitionTitle(p) }),
                    edit: { kind: 'describe' as const, partition: p.id, changes: { mountPoint: '' } },
                  })),
              },
            ],
      );
    }),
};

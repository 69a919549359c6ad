import { ownedBy, titleOf } from '../context.js';
import { mountPointsOf } from '../../plan/index.js';
import { fact, type Rule } from '../rule.js';

export const homeUnmounted: Rule = {
  id: 'home-unmounted',
  level: 'caution',
  basis: 'Installers forget mount points of kept partitions; each is given again by hand',
  check: (context) =>
    context.newSystems
      .filter((s) => s.family === 'linux' || s.family === 'bsd')
      .flatMap((system) =>
        ownedBy(context, system, 'home')
          .filter((p) => mountPointsOf(p).length === 0)
          .map((p) => ({
            of: p.id,
            title: `${titleOf(p)} is mounted nowhere`,
            why: `${system.name} would put people’s files on its root, and the old ones would not be seen.`,
            evidence: [fact('usual', '/home')],
            partitions: [p.id],
            systems: [system.id],
            remedies: [
              {
                title: 'Mount it at /home',
                edit: { kind: 'describe' as const, partition: p.id, changes: { mountPoint: '/home' } },
              },
            ],
          })),
      ),
};

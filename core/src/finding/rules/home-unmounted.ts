import { message } from '../../words/index.js';
import { newSystems, ownedBy, nameOf } from '../context.js';
import { mountPointsOf } from '../../plan/index.js';
import { fact, type Rule } from '../rule.js';

export const homeUnmounted: Rule = {
  id: 'home-unmounted',
  level: 'caution',
  check: (planned) =>
    newSystems(planned)
      .filter((s) => s.family === 'linux' || s.family === 'bsd')
      .flatMap((system) =>
        ownedBy(planned, system, 'home')
          .filter((p) => mountPointsOf(p).length === 0)
          .map((p) => ({
            of: p.id,
            says: message('finding.home-unmounted', { volume: nameOf(p), system: system.name }),
            evidence: [fact('usual', '/home')],
            partitions: [p.id],
            systems: [system.id],
            remedies: [
              {
                title: message('remedy.mount', { mountPoint: '/home' }),
                edit: { kind: 'describe' as const, partition: p.id, changes: { mountPoint: '/home' } },
              },
            ],
          })),
      ),
};

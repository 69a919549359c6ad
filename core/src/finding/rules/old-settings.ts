import { message } from '../../words/index.js';
import { newSystems, ownedBy, nameOf } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const oldSettings: Rule = {
  id: 'old-settings',
  level: 'advice',
  check: (planned) =>
    newSystems(planned)
      .filter((system) => system.origin === 'new')
      .flatMap((system) =>
        ownedBy(planned, system, 'home')
          .filter((p) => p.from !== null && p.treatment === 'keep')
          .map((p) => ({
            of: p.id,
            says: message('finding.old-settings', { system: system.name, volume: nameOf(p) }),
            evidence: [fact('home', nameOf(p)), fact('mount-point', p.mountPoint || 'none yet')],
            partitions: [p.id],
            systems: [system.id],
          })),
      ),
};

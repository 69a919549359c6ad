import { mountPointsOf } from '../../plan/index.js';
import { volumeName } from '../../volume/index.js';
import { message } from '../../words/index.js';
import { nameOf, newSystems, ownedBy } from '../context.js';
import { fact, type Drafted, type Rule } from '../rule.js';

export const kernelsElsewhere: Rule = {
  id: 'kernels-elsewhere',
  level: 'caution',
  check: (planned) =>
    newSystems(planned)
      .filter((system) => system.kernelsOnEfi)
      .flatMap((system): Drafted[] =>
        ownedBy(planned, system)
          .filter((p) => p.role !== 'efi' && p.fileSystem !== 'fat' && mountPointsOf(p).includes('/boot'))
          .map((p) => ({
            of: p.id,
            says: message('finding.kernels-elsewhere', { system: system.name, volume: nameOf(p) }),
            evidence: [fact('mount-point', '/boot'), fact('content', volumeName(p.fileSystem))],
            partitions: [p.id],
            systems: [system.id],
            remedies: [
              {
                title: message('remedy.kernels-in-boot'),
                edit: { kind: 'change-system', system: system.id, changes: { kernelsOnEfi: false } },
              },
            ],
          })),
      ),
};

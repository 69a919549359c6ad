import { ownedBy, titleOf } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const oldSettings: Rule = {
  id: 'old-settings',
  level: 'advice',
  basis: 'Common practice: settings in a home are written by one version of a desktop and read by another',
  check: (context) =>
    context.newSystems.flatMap((system) =>
      ownedBy(context, system, 'home')
        .filter((p) => p.from !== null && p.treatment === 'keep')
        .map((p) => ({
          of: p.id,
          title: `${system.name} will find old settings in ${titleOf(p)}`,
          why: 'A new major version or another desktop can stumble over them. Make a new user first and see that it works; then rename the old hidden files of a user, one by one, if something is odd.',
          evidence: [fact('kept home', titleOf(p)), fact('mount point', p.mountPoint || 'none yet')],
          partitions: [p.id],
          systems: [system.id],
        })),
    ),
};

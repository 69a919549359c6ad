import { formatBoth, GIB, MIB } from '../../quantity/index.js';
import { bytesOfPart, ownedBy, titleOf } from '../context.js';
import { createIn, remedy, resize } from '../repairs.js';
import { fact, type Rule } from '../rule.js';

const ADVISED = GIB;
const TOO_SMALL = 512 * MIB;

export const bootMissing: Rule = {
  id: 'boot-missing',
  level: 'blocker',
  basis: 'Rule of thumb: image-based systems and unusual roots keep kernels on a /boot of 1 GiB',
  check: (context) =>
    context.newSystems
      .filter((system) => system.needsBoot)
      .flatMap((system) => {
        const boot = ownedBy(context, system, 'boot')[0];
        const evidence = [fact('advised', formatBoth(ADVISED))];
        if (!boot)
          return [
            {
              of: system.id,
              title: `${system.name} needs a /boot of its own`,
              why: 'Its kernels are kept outside the root, where the loader can read them.',
              evidence,
              systems: [system.id],
              remedies: remedy(
                `Create it, ${formatBoth(ADVISED)}`,
                createIn(context, { role: 'boot', owners: [system], size: ADVISED }),
              ),
            },
          ];
        const size = bytesOfPart(context, boot);
        if (size >= TOO_SMALL) return [];
        return [
          {
            of: system.id,
            level: 'caution' as const,
            title: `${titleOf(boot)} holds only a kernel or two`,
            why: 'When it is full, kernel updates fail.',
            evidence: [fact('planned', formatBoth(size)), ...evidence],
            partitions: [boot.id],
            systems: [system.id],
            remedies: [{ title: `Grow it to ${formatBoth(ADVISED)}`, edit: resize(context, boot, ADVISED) }],
          },
        ];
      }),
};

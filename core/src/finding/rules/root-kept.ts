import { ownedBy, titleOf } from '../context.js';
import { usedOf } from '../../plan/index.js';
import { formatBoth } from '../../quantity/index.js';
import { fact, type Rule } from '../rule.js';

export const rootKept: Rule = {
  id: 'root-kept',
  level: 'caution',
  basis: 'Common practice: a system installed over the files of another version keeps leftovers of both',
  check: (context) =>
    context.newSystems.flatMap((system) =>
      ownedBy(context, system, 'root')
        .filter((p) => p.from !== null && p.treatment === 'keep')
        .map((p) => {
          const used = usedOf(context, p.from!);
          return {
            of: p.id,
            title: `${system.name} is installed over what ${titleOf(p)} holds`,
            why: 'Files of the old system stay between those of the new one; most installers refuse it, the others leave a system that fails in odd places. Files to keep belong on a home or into the backup.',
            evidence: [fact('used now', used ? formatBoth(used.bytes) : 'not known')],
            partitions: [p.id],
            systems: [system.id],
            remedies: [
              {
                title: 'Format it; what it holds is lost',
                edit: { kind: 'treat' as const, partition: p.id, treatment: 'format' as const },
              },
            ],
          };
        }),
    ),
};

import { hasOwnVolumes } from '../../system/index.js';
import { typeOf } from '../../recognition/index.js';
import { typeFor, typeName } from '../../table/index.js';
import { message } from '../../words/index.js';
import { nameOf, ownedBy, systemsThatStay } from '../context.js';
import { fact, type Drafted, type Rule } from '../rule.js';

/**
 * A Linux that was started from an EFI system partition may mount what the table of that disk gives the type of a home, where no
 * mount table names another.
 */
export const foundByType: Rule = {
  id: 'found-by-type',
  level: 'caution',
  check: (planned) => {
    const { plan } = planned;
    if (plan.target.mode !== 'uefi' || plan.target.style !== 'gpt') return [];
    const home = typeFor('home', 'gpt', true);
    const finders = systemsThatStay(planned).filter((s) => s.family === 'linux' && hasOwnVolumes(s));
    return plan.partitions
      .filter((p) => typeOf(planned, p) === home && (p.layer ?? 'none') === 'none')
      .flatMap((p): Drafted[] => {
        const other = finders.find((s) => !p.owners.includes(s.id) && !hasHome(planned, s));
        const owner = finders.find((s) => p.owners.includes(s.id));
        if (!other || !owner) return [];
        const data = typeFor('data', 'gpt', true);
        return [
          {
            of: p.id,
            says: message('finding.found-by-type', {
              volume: nameOf(p),
              owner: owner.name,
              system: other.name,
            }),
            evidence: [fact('type', typeName(home))],
            partitions: [p.id],
            systems: [owner.id, other.id],
            remedies: [
              {
                title: message('remedy.set-type', { type: typeName(data) }),
                edit: { kind: 'describe', partition: p.id, changes: { type: data } },
              },
            ],
          },
        ];
      });
  },
};

/** Whether something of its own is mounted there: a volume, or a subvolume of its root. */
const hasHome = (...[planned, system]: Parameters<typeof ownedBy>): boolean =>
  ownedBy(planned, system).some(
    (v) =>
      v.role === 'home' ||
      v.mountPoint === '/home' ||
      v.subvolumes?.some((sub) => sub.mountPoint === '/home') === true,
  );

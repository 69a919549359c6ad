import { contentGone } from '../bites.js';
import { message } from '../../words/index.js';
import { isArriving } from '../../system/index.js';
import { nameOf, systemsThatStay, withRole } from '../context.js';
import { valueOf, listed, fact, type Rule } from '../rule.js';

export const efiFormatted: Rule = {
  id: 'efi-formatted',
  level: 'hazard',
  check: (planned) =>
    withRole(planned, 'efi')
      .filter((p) => p.from !== null && p.treatment === 'format')
      .map((p) => {
        const users = (planned.plan.found[p.from!]?.owners ?? []).flatMap(
          (id) => planned.plan.systems.find((s) => s.id === id) ?? [],
        );
        const losers = users.map((s) => s.name);
        const staying = systemsThatStay(planned).filter((s) => users.includes(s) && !isArriving(s));
        return {
          of: p.id,
          level: staying.length > 0 ? ('blocker' as const) : ('hazard' as const),
          says: message('finding.efi-formatted', {
            volume: nameOf(p),
            losers,
          }),
          evidence: [fact('used-by', losers.length > 0 ? listed(losers) : valueOf('unknown'))],
          partitions: [p.id],
          systems: users.map((system) => system.id),
          from: contentGone(p.from!),
          remedies: [
            {
              title: message('remedy.do-not-format'),
              edit: { kind: 'treat' as const, partition: p.id, treatment: 'keep' as const },
            },
          ],
        };
      }),
};

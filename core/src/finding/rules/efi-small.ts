import { formatBoth } from '../../quantity/index.js';
import { efiBudget, totalOf } from '../../sizing/index.js';
import { isArriving } from '../../system/index.js';
import { bytesOfPart, titleOf, withRole } from '../context.js';
import { efiStrategies } from '../../strategy/index.js';
import { resize } from '../repairs.js';
import { fact, type Rule } from '../rule.js';

export const efiSmall: Rule = {
  id: 'efi-small',
  level: 'caution',
  basis: 'Rule of thumb: what loaders, kernels and firmware updates take',
  check: (context) =>
    withRole(context, 'efi').flatMap((p) => {
      const users = context.plan.systems.filter((s) => p.owners.includes(s.id));
      if (!users.some(isArriving)) return [];
      const lines = efiBudget(users, context.sectorBytes);
      const needed = totalOf(lines);
      const size = bytesOfPart(context, p);
      if (size >= needed) return [];
      return [
        {
          of: p.id,
          title: `${titleOf(p)} is too small for what it is to hold`,
          why: 'When it is full, an update of a loader or kernel stops half-way, and the system may not start.',
          evidence: [
            fact('size', formatBoth(size)),
            fact('needed', formatBoth(needed)),
            ...lines.map((line) => fact(line.what, formatBoth(line.bytes))),
          ],
          partitions: [p.id],
          systems: users.map((s) => s.id),
          remedies:
            p.from === null
              ? [{ title: `Grow it to ${formatBoth(needed)}`, edit: resize(context, p, needed) }]
              : efiStrategies(context).flatMap(({ id, title, edit }) =>
                  edit && id !== 'share' ? [{ title, edit }] : [],
                ),
        },
      ];
    }),
};

import { message } from '../../words/index.js';
import { efiBudget, totalOf } from '../../sizing/index.js';
import { isArriving } from '../../system/index.js';
import { bytesOfPart, nameOf, withRole } from '../context.js';
import { efiStrategies } from '../../strategy/index.js';
import { resize } from '../repairs.js';
import { inBytes, fact, type Rule } from '../rule.js';

export const efiSmall: Rule = {
  id: 'efi-small',
  level: 'caution',
  basis: 'Rule of thumb: what loaders, kernels and firmware updates take',
  check: (planned) =>
    withRole(planned, 'efi').flatMap((p) => {
      const users = planned.plan.systems.filter((s) => p.owners.includes(s.id));
      if (!users.some(isArriving)) return [];
      const lines = efiBudget(users, planned.survey.disk.sectorBytes);
      const needed = totalOf(lines);
      const size = bytesOfPart(planned, p);
      if (size >= needed) return [];
      return [
        {
          of: p.id,
          says: message('finding.efi-small', { volume: nameOf(p) }),
          evidence: [
            fact('size', inBytes(size)),
            fact('needed', inBytes(needed)),
            ...lines.map((line) => fact({ name: line.what }, inBytes(line.bytes))),
          ],
          partitions: [p.id],
          systems: users.map((s) => s.id),
          remedies:
            p.from === null
              ? [{ title: message('remedy.grow', { bytes: needed }), edit: resize(planned, p, needed) }]
              : efiStrategies(planned).flatMap(({ id, title, edit }) =>
                  edit && id !== 'share' ? [{ title, edit }] : [],
                ),
        },
      ];
    }),
};

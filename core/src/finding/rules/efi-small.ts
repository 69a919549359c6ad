import { message } from '../../words/index.js';
import { efiBudget, totalOf } from '../../sizing/index.js';
import { mountPointsOf, usedOf } from '../../plan/index.js';
import { isArriving, listsOthers, type System } from '../../system/index.js';
import { bytesOfPart, nameOf, partitionsWithRole } from '../context.js';
import { efiStrategies } from '../../strategy/index.js';
import { resize } from '../repairs.js';
import { inBytes, fact, type Rule } from '../rule.js';

export const efiSmall: Rule = {
  id: 'efi-small',
  level: 'caution',
  check: (planned) =>
    partitionsWithRole(planned, 'efi').flatMap((p) => {
      const users = planned.plan.systems.filter((s) => p.owners.includes(s.id));
      if (!users.some(isArriving)) return [];
      const kernelsHere = mountPointsOf(p).includes('/boot');
      const asMounted = (s: System): System => ({
        ...s,
        kernelsOnEfi: s.kernelsOnEfi || (kernelsHere && listsOthers(s)),
      });
      const used = p.from !== null && p.treatment === 'keep' ? usedOf(planned, p.from) : undefined;
      const coming = used ? users.filter(isArriving) : users;
      const lines = efiBudget(coming.map(asMounted), planned.survey.disk.sectorBytes);
      const needed = totalOf(lines) + (used?.bytes ?? 0);
      const size = bytesOfPart(planned, p);
      if (size >= needed) return [];
      return [
        {
          of: p.id,
          says: message('finding.efi-small', { volume: nameOf(p) }),
          evidence: [
            fact('size', inBytes(size)),
            fact('needed', inBytes(needed)),
            ...(used ? [fact('used-now', inBytes(used.bytes))] : []),
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

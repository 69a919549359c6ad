import { surveyedPartition } from '../../survey/index.js';
import { isLogical } from '../../plan/index.js';
import { partitionDevice, deviceName, partitionNumbers } from '../../recognition/index.js';
import { titleOf } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const logicalRenumbered: Rule = {
  id: 'logical-renumbered',
  level: 'caution',
  basis: 'Linux numbers logicals in the order of their chain, from 5 on; their PARTUUID holds the number too',
  check: ({ plan, survey }) => {
    const numbers = partitionNumbers({ plan, survey });
    const device = deviceName(plan.machine);
    const changed = plan.partitions.flatMap((p) => {
      const found = surveyedPartition(survey, p.from);
      const number = numbers.get(p.id)!;
      const kept = found && p.treatment === 'keep' && (found.logical || isLogical({ plan, survey }, p));
      return kept && found.number !== number ? [{ p, was: found.number, is: number }] : [];
    });
    if (plan.target.table !== 'keep' || changed.length === 0) return [];
    return [
      {
        of: 'disk',
        title: 'Kept partitions get other numbers',
        why: 'A mount table or loader that names them by device or PARTUUID would take the wrong one, or none. Name them by UUID or label before the table is changed.',
        evidence: changed.map(({ p, was, is }) =>
          fact(titleOf(p), `${partitionDevice(device, was)} becomes ${partitionDevice(device, is)}`),
        ),
        partitions: changed.map(({ p }) => p.id),
      },
    ];
  },
};

import { message } from '../../words/index.js';
import { surveyedPartition } from '../../survey/index.js';
import { isLogical } from '../../layout/index.js';
import { partitionDevice, deviceName } from '../../recognition/index.js';
import { partitionNumbers, type State } from '../../moment/index.js';
import { nameOf } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const logicalRenumbered: Rule = {
  id: 'logical-renumbered',
  level: 'caution',
  check: (planned) => {
    const { plan, survey } = planned;

    const numbers = partitionNumbers(planned);
    const device = deviceName(plan.machine);
    const changed = plan.partitions.flatMap((p) => {
      const found = surveyedPartition(survey, p.from);
      const number = numbers.get(p.id)!;
      const kept = found && p.treatment === 'keep' && (found.logical || isLogical(planned, p));
      return kept && found.number !== number ? [{ p, was: found.number, is: number }] : [];
    });
    if (plan.target.table !== 'keep' || changed.length === 0) return [];
    return [
      {
        of: 'disk',
        says: message('finding.logical-renumbered'),
        evidence: changed.map(({ p, was, is }) =>
          fact(
            { name: nameOf(p) },
            message('value.becomes', { was: partitionDevice(device, was), is: partitionDevice(device, is) }),
          ),
        ),
        partitions: changed.map(({ p }) => p.id),
        from: ({ disk }: State) => changed.some(({ p, was }) => disk.numbers.get(p.id) !== was),
      },
    ];
  },
};

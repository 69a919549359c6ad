import { message } from '../../words/index.js';
import { partitionOf } from '../../plan/index.js';
import { procedureFor, copyTime } from '../../sequence/index.js';
import { nameOf } from '../context.js';
import { inBytes, fact, type Rule } from '../rule.js';

/** From here on people walk away, and batteries run out. Rule of thumb. */
const LONG_SECONDS = 30 * 60;

export const longExposure: Rule = {
  id: 'long-exposure',
  level: 'hazard',
  check: (planned) => {
    const { plan } = planned;
    const { sectorBytes } = planned.survey.disk;
    const { ordered } = procedureFor(planned);
    if (!ordered.ok) return [];
    return ordered.steps.flatMap((step, i) => {
      if ((step.kind !== 'move' && step.kind !== 'move-aside') || !step.exposure) return [];
      const { from, of } = step.exposure.when;
      const size = (of - from) * sectorBytes;
      const time = copyTime({ least: size, most: size }, plan.machine.medium);
      const partition = partitionOf(plan, step.partition);
      if (time.most < LONG_SECONDS || !partition) return [];
      return [
        {
          of: step.id,
          says: message('finding.long-exposure', {
            volume: nameOf(partition),
            minutes: Math.ceil(time.most / 60),
          }),
          evidence: [
            fact('copied-over-itself', inBytes(size)),
            fact('speed', message('value.speed', { bytes: Math.round(size / time.most) })),
          ],
          partitions: [partition.id],
          step: i + 1,
        },
      ];
    });
  },
};

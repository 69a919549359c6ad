import { message } from '../../words/index.js';
import { makeLogicalEdit } from '../../compose/index.js';
import { plannedGaps, slotsOf } from '../../layout/index.js';
import { GIB } from '../../quantity/index.js';
import { nameOf } from '../context.js';
import { inBytes, valueOf, fact, type Rule } from '../rule.js';

/** Below this, room that cannot be listed is no loss. */
const WORTH_TELLING = GIB;

export const slotsFull: Rule = {
  id: 'slots-full',
  level: 'caution',
  check: (planned) => {
    const { sectorBytes } = planned.survey.disk;
    const slots = slotsOf(planned);
    if (!slots || slots.free > 0) return [];
    const outside = plannedGaps(planned).filter((g) => !g.inside);
    const out = outside.reduce((sum, g) => sum + g.usable.length, 0) * sectorBytes;
    if (out < WORTH_TELLING) return [];
    return [
      {
        of: 'disk',
        says: message('finding.slots-full'),
        evidence: [
          fact('primaries', String(slots.primaries.length)),
          fact('extended-partition', slots.container ? valueOf('yes') : valueOf('none')),
          fact('free-outside', inBytes(out)),
        ],
        remedies: [...slots.primaries]
          .reverse()
          .filter((p) => !['system', 'boot', 'efi'].includes(p.role))
          .map((p) => ({
            title: message('remedy.make-logical', { volume: nameOf(p) }),
            edit: makeLogicalEdit(planned, p),
          })),
      },
    ];
  },
};

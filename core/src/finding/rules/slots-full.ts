import { makeLogicalEdit, plannedGaps, slotsOf } from '../../plan/index.js';
import { formatBoth, GIB } from '../../quantity/index.js';
import { titleOf } from '../context.js';
import { fact, type Rule } from '../rule.js';

/** Below this, room that cannot be listed is no loss. */
const WORTH_TELLING = GIB;

export const slotsFull: Rule = {
  id: 'slots-full',
  level: 'caution',
  basis:
    'Common practice: an MBR has four slots; the extended container takes one, and holds any number of logicals',
  check: ({ plan, survey, sectorBytes }) => {
    const slots = slotsOf({ plan, survey });
    if (!slots || slots.free > 0) return [];
    const outside = plannedGaps({ plan, survey }).filter((g) => !g.inside);
    const out = outside.reduce((sum, g) => sum + g.usable.length, 0) * sectorBytes;
    if (out < WORTH_TELLING) return [];
    return [
      {
        of: 'disk',
        title: 'All four slots of the MBR are taken',
        why: 'Free space outside of the extended container cannot become a primary any more. It can be used where the container grows over it, or once a primary is listed as a logical.',
        evidence: [
          fact('primaries', String(slots.primaries.length)),
          fact('extended container', slots.container ? 'yes' : 'none'),
          fact('free outside of it', formatBoth(out)),
        ],
        remedies: [...slots.primaries]
          .reverse()
          .filter((p) => !['system', 'boot', 'efi'].includes(p.role))
          .map((p) => ({
            title: `List ${titleOf(p)} as a logical; what it holds stays`,
            edit: makeLogicalEdit({ plan, survey }, p),
          })),
      },
    ];
  },
};

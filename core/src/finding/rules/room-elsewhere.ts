import { placeLeastMoved, plannedGaps, roomAround } from '../../plan/index.js';
import { formatBoth, GIB, sectorsToHold } from '../../quantity/index.js';
import { VOLUME_TRAITS } from '../../volume/index.js';
import { bytesOfPart, ownedBy, systemsThatStay, titleOf } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const roomElsewhere: Rule = {
  id: 'room-elsewhere',
  level: 'advice',
  basis: 'A volume grows into room that lies directly behind it',
  check: (context) => {
    const { plan, survey, sectorBytes } = context;
    const free = plannedGaps({ plan, survey }).reduce((sum, g) => sum + g.usable.length, 0) * sectorBytes;
    return systemsThatStay(context).flatMap((system) =>
      [...ownedBy(context, system, 'root'), ...ownedBy(context, system, 'system')].flatMap((p) => {
        const size = bytesOfPart(context, p);
        const missing = system.comfortableBytes - size;
        const beside = roomAround({ plan, survey }, p.id).after * sectorBytes;
        const grows = !['no', 'recreate'].includes(VOLUME_TRAITS[p.fileSystem].grow);
        if (!grows || missing < GIB || free < missing || beside >= missing) return [];
        const wanted = sectorsToHold(system.comfortableBytes, sectorBytes);
        const placed = placeLeastMoved({ plan, survey }, new Map([[p.id, wanted]]));
        return [
          {
            of: p.id,
            title: `There is room for ${titleOf(p)} to grow, but not beside it`,
            why: 'What lies between must move, and its data travels. The least that has to move is worked out.',
            evidence: [
              fact('planned', formatBoth(size)),
              fact('comfortable', formatBoth(system.comfortableBytes)),
              fact('free on the disk', formatBoth(free)),
              fact('free behind it', formatBoth(beside)),
            ],
            partitions: [p.id],
            systems: [system.id],
            remedies: placed.ok
              ? [
                  {
                    title: `Grow it to ${formatBoth(system.comfortableBytes)}; ${formatBoth(placed.packing.movedBytes)} of data move`,
                    edit: placed.edit,
                  },
                ]
              : [],
          },
        ];
      }),
    );
  },
};

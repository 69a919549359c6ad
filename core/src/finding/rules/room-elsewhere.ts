import { message } from '../../words/index.js';
import { placeLeastMoved } from '../../compose/index.js';
import { plannedGaps, roomAround } from '../../layout/index.js';
import { GIB, sectorsToHold } from '../../quantity/index.js';
import { VOLUME_TRAITS } from '../../volume/index.js';
import { bytesOfPart, ownedBy, systemsThatStay, nameOf } from '../context.js';
import { inBytes, fact, type Rule } from '../rule.js';

export const roomElsewhere: Rule = {
  id: 'room-elsewhere',
  level: 'advice',
  check: (planned) => {
    const { plan, survey } = planned;
    const { sectorBytes } = planned.survey.disk;
    const free = plannedGaps({ plan, survey }).reduce((sum, g) => sum + g.usable.length, 0) * sectorBytes;
    return systemsThatStay(planned).flatMap((system) =>
      [...ownedBy(planned, system, 'root'), ...ownedBy(planned, system, 'system')].flatMap((p) => {
        // Inside a group room is given by the group.
        if (p.within) return [];
        const size = bytesOfPart(planned, p);
        const missing = system.comfortableBytes - size;
        const beside = roomAround({ plan, survey }, p.id).after * sectorBytes;
        const grows = !['no', 'recreate'].includes(VOLUME_TRAITS[p.fileSystem].grow);
        if (!grows || missing < GIB || free < missing || beside >= missing) return [];
        const wanted = sectorsToHold(system.comfortableBytes, sectorBytes);
        const placed = placeLeastMoved({ plan, survey }, new Map([[p.id, wanted]]));
        return [
          {
            of: p.id,
            says: message('finding.room-elsewhere', { volume: nameOf(p) }),
            evidence: [
              fact('planned', inBytes(size)),
              fact('comfortable', inBytes(system.comfortableBytes)),
              fact('free-on-disk', inBytes(free)),
              fact('free-behind', inBytes(beside)),
            ],
            partitions: [p.id],
            systems: [system.id],
            remedies: placed.ok
              ? [
                  {
                    title: message('remedy.grow-moving', {
                      bytes: system.comfortableBytes,
                      moved: placed.packing.movedBytes,
                    }),
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

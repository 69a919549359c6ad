import { mountedOver } from '../../mounting/index.js';
import { partitionTitle } from '../../plan/index.js';
import { message } from '../../words/index.js';
import { fact, type Rule } from '../rule.js';

/** A system that stays gets an empty volume at a place where it has files by now. */
export const mountedOverRule: Rule = {
  id: 'mounted-over',
  level: 'hazard',
  check: (planned) =>
    planned.plan.systems.flatMap((system) =>
      mountedOver(planned, system).map(({ volume, at }) => ({
        of: `${volume.id}-${at}`,
        says: message('finding.mounted-over', {
          volume: partitionTitle(volume),
          at,
          system: system.name,
        }),
        evidence: [fact('mount-point', at)],
        partitions: [volume.within?.id ?? volume.id],
        systems: [system.id],
      })),
    ),
};

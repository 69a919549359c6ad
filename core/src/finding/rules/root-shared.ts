import { hasOwnVolumes } from '../../system/index.js';
import { volumesOf } from '../../plan/index.js';
import { message } from '../../words/index.js';
import { nameOf, systemsThatStay } from '../context.js';
import { fact, listed, type Drafted, type Rule } from '../rule.js';

export const rootShared: Rule = {
  id: 'root-shared',
  level: 'blocker',
  check: (planned) => {
    const staying = systemsThatStay(planned).filter((s) => hasOwnVolumes(s));
    return volumesOf(planned.plan).flatMap((v): Drafted[] => {
      // Each may have a subvolume of its own.
      if (!['root', 'system'].includes(v.role) || (v.subvolumes?.length ?? 0) > 1) return [];
      const on = staying.filter((s) => v.owners.includes(s.id));
      if (on.length < 2) return [];
      return [
        {
          of: v.id,
          says: message('finding.root-shared', { volume: nameOf(v), systems: on.map((s) => s.name) }),
          evidence: [fact('system', listed(on.map((s) => s.name)))],
          partitions: [v.id],
          systems: on.map((s) => s.id),
        },
      ];
    });
  },
};

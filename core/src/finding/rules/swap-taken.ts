import { fatesOf } from '../../plan/index.js';
import { hasOwnVolumes, isArriving, sleeps } from '../../system/index.js';
import { message } from '../../words/index.js';
import { nameOf } from '../context.js';
import { fact, valueOf, type Rule } from '../rule.js';

export const swapTaken: Rule = {
  id: 'swap-taken',
  level: 'caution',
  check: (planned) =>
    fatesOf(planned).flatMap(({ found, planned: part, kind }) => {
      const { plan } = planned;
      if (!part || part.role !== 'swap' || kind === 'erased') return [];
      const sleeper = plan.systems.find(
        (s) => s.origin === 'found' && s.change === undefined && sleeps(s) && part.owners.includes(s.id),
      );
      const comer = plan.systems.find(
        (s) => isArriving(s) && hasOwnVolumes(s) && s.family === 'linux' && !part.owners.includes(s.id),
      );
      if (!sleeper || !comer) return [];
      return [
        {
          of: found.id,
          says: message('finding.swap-taken', {
            volume: nameOf(part),
            system: sleeper.name,
            other: comer.name,
          }),
          evidence: [fact('used-by', sleeper.name), fact('hibernation', valueOf('on'))],
          partitions: [part.id],
          systems: [sleeper.id, comer.id],
        },
      ];
    }),
};

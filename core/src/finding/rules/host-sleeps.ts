import { message } from '../../words/index.js';
import { sleeps } from '../../system/index.js';
import { nameOf } from '../context.js';
import { hosted, hostFinding } from '../hosted.js';
import { noHibernation } from '../repairs.js';
import type { Rule } from '../rule.js';

export const hostSleeps: Rule = {
  id: 'host-sleeps',
  level: 'blocker',
  check: (planned) =>
    hosted(planned).flatMap(({ system, host, image }) => {
      const sleeping = planned.plan.systems.find(
        (s) => host?.owners.includes(s.id) && s.id !== system.id && sleeps(s),
      );
      if (!host || !sleeping) return [];
      const says = message('finding.host-sleeps', {
        volume: nameOf(host),
        system: system.name,
        host: sleeping.name,
      });
      return [hostFinding({ system, host, image }, says, noHibernation([sleeping]))];
    }),
};

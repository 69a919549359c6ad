import { message } from '../../words/index.js';
import { hosted, hostFinding } from '../hosted.js';
import type { Rule } from '../rule.js';

export const hostGone: Rule = {
  id: 'host-gone',
  level: 'blocker',
  basis: 'A system hosted as a file needs the volume that holds it',
  check: (planned) =>
    hosted(planned).flatMap(({ system, host, image }) => {
      if (host) return [];
      return [hostFinding({ system, host, image }, message('finding.host-gone', { system: system.name }))];
    }),
};

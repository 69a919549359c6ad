import { message } from '../../words/index.js';
import { hosted, hostFinding } from '../hosted.js';
import type { Rule } from '../rule.js';

export const hostGone: Rule = {
  id: 'host-gone',
  level: 'blocker',
  check: (planned) =>
    hosted(planned).flatMap(({ system, host, image }) => {
      if (host) return [];
      return [hostFinding({ system, host, image }, message('finding.host-gone', { system: system.name }))];
    }),
};

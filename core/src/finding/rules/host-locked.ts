import { message } from '../../words/index.js';
import { isEncrypted } from '../../plan/index.js';
import { nameOf } from '../context.js';
import { hosted, hostFinding } from '../hosted.js';
import type { Rule } from '../rule.js';

export const hostLocked: Rule = {
  id: 'host-locked',
  level: 'blocker',
  check: (planned) =>
    hosted(planned).flatMap(({ system, host, image }) => {
      if (!host || !isEncrypted(planned, host)) return [];
      const says = message('finding.host-locked', { volume: nameOf(host), system: system.name });
      return [hostFinding({ system, host, image }, says)];
    }),
};

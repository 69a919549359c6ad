import { message } from '../../words/index.js';
import { canHoldFile } from '../../volume/index.js';
import { nameOf } from '../context.js';
import { hosted, hostFinding } from '../hosted.js';
import type { Rule } from '../rule.js';

export const hostKind: Rule = {
  id: 'host-kind',
  level: 'blocker',
  check: (planned) =>
    hosted(planned).flatMap(({ system, host, image }) => {
      if (!host) return [];
      if (canHoldFile(host.fileSystem)) return [];
      return [hostFinding({ system, host, image }, message('finding.host-kind', { volume: nameOf(host) }))];
    }),
};

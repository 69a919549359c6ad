import { message } from '../../words/index.js';
import { VOLUME_TRAITS } from '../../volume/index.js';
import { nameOf } from '../context.js';
import { hosted, hostFinding } from '../hosted.js';
import type { Rule } from '../rule.js';

export const hostKind: Rule = {
  id: 'host-kind',
  level: 'blocker',
  check: (planned) =>
    hosted(planned).flatMap(({ system, host, image }) => {
      if (!host) return [];
      const holdsFiles =
        !VOLUME_TRAITS[host.fileSystem].opaque && !['none', 'swap', 'unknown'].includes(host.fileSystem);
      if (holdsFiles) return [];
      return [hostFinding({ system, host, image }, message('finding.host-kind', { volume: nameOf(host) }))];
    }),
};

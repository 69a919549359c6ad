import { message } from '../../words/index.js';
import { floorOf, usedOf, type Planned, type PlannedPartition } from '../../plan/index.js';
import { hostedRoomBytes } from '../../sizing/index.js';
import { bytesOfPart, nameOf } from '../context.js';
import { hosted, hostFinding } from '../hosted.js';
import { fact, inBytes, type Rule } from '../rule.js';

export const hostFull: Rule = {
  id: 'host-full',
  level: 'blocker',
  check: (planned) =>
    hosted(planned).flatMap(({ system, host, image }) => {
      const used = host && usedBytes(planned, host);
      if (!host || used === undefined) return [];
      const free = bytesOfPart(planned, host) - used;
      if (free >= hostedRoomBytes(image)) return [];
      const says = message('finding.host-full', { volume: nameOf(host), system: system.name });
      const finding = hostFinding({ system, host, image }, says);
      return [{ ...finding, evidence: [...finding.evidence, fact('free', inBytes(Math.max(0, free)))] }];
    }),
};

/** What is in use on the volume once the plan is carried out, in bytes; `undefined` where that is not known. */
function usedBytes(planned: Planned, host: PlannedPartition): number | undefined {
  if (host.from === null || host.treatment === 'format') return 0;
  return usedOf(planned, host.from)?.bytes ?? floorOf(planned, host)?.bytes;
}

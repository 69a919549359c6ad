import { largestGap } from '../../layout/index.js';
import { message } from '../../words/index.js';
import { FAMILY_NAMES } from '../../system/index.js';
import { newSystems, bytesOfPart, ownedBy } from '../context.js';
import { createIn, remedy } from '../repairs.js';
import { inBytes, fact, type Rule } from '../rule.js';

export const noRoot: Rule = {
  id: 'no-root',
  level: 'blocker',
  check: (planned) => {
    const gap = largestGap(planned);
    const room = gap ? bytesOfPart(planned, gap.usable) : 0;
    return newSystems(planned)
      .filter((system) => !system.ownSetup && room >= system.leastBytes)
      .filter((system) => ownedBy(planned, system).every((p) => p.role !== 'root' && p.role !== 'system'))
      .map((system) => {
        const role = system.family === 'macos' ? ('system' as const) : ('root' as const);
        const size = Math.min(room, system.comfortableBytes);
        return {
          of: system.id,
          says: message('finding.no-root', {
            system: system.name,
            root: role === 'root',
            family: FAMILY_NAMES[system.family],
          }),
          evidence: [
            fact('largest-gap', inBytes(room)),
            fact(
              'minimum-comfortable',
              message('value.bytes-two', { least: system.leastBytes, most: system.comfortableBytes }),
            ),
          ],
          systems: [system.id],
          remedies: remedy(
            message('remedy.create', { bytes: size }),
            createIn(planned, { role, owners: [system], size }, gap),
          ),
        };
      });
  },
};

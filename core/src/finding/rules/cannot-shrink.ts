import { message } from '../../words/index.js';
import { largestGap } from '../../layout/index.js';
import { usedOf } from '../../plan/index.js';
import { VOLUME_TRAITS, volumeName } from '../../volume/index.js';
import { newSystems, bytesOfPart, ownedBy, nameOf } from '../context.js';
import { inBytes, valueOf, fact, type Rule } from '../rule.js';

export const cannotShrink: Rule = {
  id: 'cannot-shrink',
  level: 'caution',
  check: (planned) => {
    const { plan } = planned;
    const { sectorBytes } = planned.survey.disk;
    const gap = largestGap(planned);
    const room = (gap?.usable.length ?? 0) * sectorBytes;
    const wanting = newSystems(planned).find(
      (s) => room < s.leastBytes && ownedBy(planned, s).every((p) => !['root', 'system'].includes(p.role)),
    );
    if (!wanting) return [];
    return plan.partitions.flatMap((p) => {
      const size = bytesOfPart(planned, p);
      const kept = p.from !== null && p.treatment === 'keep' && p.fileSystem !== 'unknown';
      const { shrink, opaque } = VOLUME_TRAITS[p.fileSystem];
      if (!kept || shrink !== 'no' || opaque || size < wanting.leastBytes) return [];
      const used = usedOf(planned, p.from);
      return [
        {
          of: p.id,
          says: message('finding.cannot-shrink', { volume: nameOf(p), content: volumeName(p.fileSystem) }),
          evidence: [
            fact('size', inBytes(size)),
            fact('to-be-saved', used ? inBytes(used.bytes) : valueOf('unknown')),
            fact(message('fact.needs', { system: wanting.name }), inBytes(wanting.leastBytes)),
          ],
          partitions: [p.id],
          systems: [wanting.id],
        },
      ];
    });
  },
};

import { usedOf } from '../../plan/index.js';
import { formatBoth } from '../../quantity/index.js';
import { VOLUME_TRAITS, volumeName } from '../../volume/index.js';
import { bytesOfPart, ownedBy, titleOf } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const cannotShrink: Rule = {
  id: 'cannot-shrink',
  level: 'caution',
  basis:
    'XFS, exFAT and others have no way to be made smaller: their files are saved, and the volume made anew',
  check: (context) => {
    const { plan, survey, sectorBytes, largestGap } = context;
    const room = (largestGap?.usable.length ?? 0) * sectorBytes;
    const wanting = context.newSystems.find(
      (s) => room < s.leastBytes && ownedBy(context, s).every((p) => !['root', 'system'].includes(p.role)),
    );
    if (!wanting) return [];
    return plan.partitions.flatMap((p) => {
      const size = bytesOfPart(context, p);
      const kept = p.from !== null && p.treatment === 'keep' && p.fileSystem !== 'unknown';
      const { shrink, opaque } = VOLUME_TRAITS[p.fileSystem];
      if (!kept || shrink !== 'no' || opaque || size < wanting.leastBytes) return [];
      const used = usedOf({ plan, survey }, p.from);
      return [
        {
          of: p.id,
          title: `${titleOf(p)} could give room, but ${volumeName(p.fileSystem)} cannot shrink`,
          why: 'Save its files elsewhere, delete it, create a smaller one, and put the files back. Until they are read back, the only copy is the saved one.',
          evidence: [
            fact('size', formatBoth(size)),
            fact('to be saved', used ? formatBoth(used.bytes) : 'not known'),
            fact(`${wanting.name} needs`, formatBoth(wanting.leastBytes)),
          ],
          partitions: [p.id],
          systems: [wanting.id],
        },
      ];
    });
  },
};

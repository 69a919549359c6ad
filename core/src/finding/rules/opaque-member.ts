import { VOLUME_TRAITS, volumeName } from '../../volume/index.js';
import { titleOf } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const opaqueMember: Rule = {
  id: 'opaque-member',
  level: 'caution',
  basis: 'Volumes that span several partitions are not looked into here',
  check: ({ plan }) =>
    plan.partitions
      .filter((p) => p.treatment === 'keep' && VOLUME_TRAITS[p.fileSystem].opaque)
      .map((p) => ({
        of: p.id,
        title: `${titleOf(p)} belongs to something larger`,
        why: `A ${volumeName(p.fileSystem)} may share its data with other partitions or disks. It is kept or deleted as one block, never resized here; deleting it can break the whole.`,
        evidence: [fact('content', volumeName(p.fileSystem))],
        partitions: [p.id],
      })),
};

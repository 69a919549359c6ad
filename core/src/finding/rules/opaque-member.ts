import { message } from '../../words/index.js';
import { VOLUME_TRAITS, volumeName } from '../../volume/index.js';
import { nameOf } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const opaqueMember: Rule = {
  id: 'opaque-member',
  level: 'caution',
  check: ({ plan }) =>
    plan.partitions
      .filter((p) => p.treatment === 'keep' && !p.inside?.length && VOLUME_TRAITS[p.fileSystem].opaque)
      .map((p) => ({
        of: p.id,
        says: message('finding.opaque-member', { volume: nameOf(p), content: volumeName(p.fileSystem) }),
        evidence: [fact('content', volumeName(p.fileSystem))],
        partitions: [p.id],
      })),
};

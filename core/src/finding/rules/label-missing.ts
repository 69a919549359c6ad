import { message } from '../../words/index.js';
import { roleInSentence } from '../../plan/index.js';
import { VOLUME_TRAITS, volumeName } from '../../volume/index.js';
import { fact, type Rule } from '../rule.js';

export const labelMissing: Rule = {
  id: 'label-missing',
  level: 'advice',
  check: ({ plan }) =>
    plan.partitions
      .filter((p) => p.treatment === 'format' && p.label === '' && p.name === '')
      .filter((p) => (VOLUME_TRAITS[p.fileSystem].labelLimit ?? 0) > 0)
      .map((p) => {
        const label = p.role.slice(0, VOLUME_TRAITS[p.fileSystem].labelLimit ?? 0);
        return {
          of: p.id,
          says: message('finding.label-missing', { role: roleInSentence(p.role) }),
          evidence: [fact('content', volumeName(p.fileSystem))],
          partitions: [p.id],
          remedies: [
            {
              title: message('remedy.label', { label }),
              edit: { kind: 'describe' as const, partition: p.id, changes: { label, name: label } },
            },
          ],
        };
      }),
};

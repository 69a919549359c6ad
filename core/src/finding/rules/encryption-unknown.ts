import type { Edit } from '../../edits/index.js';
import { encryptionOf, type Known } from '../../plan/index.js';
import { message } from '../../words/index.js';
import { nameOf } from '../context.js';
import { fact, valueOf, type Rule } from '../rule.js';

export const encryptionUnknown: Rule = {
  id: 'encryption-unknown',
  level: 'caution',
  check: (planned) =>
    planned.plan.partitions.flatMap((p) => {
      const { from } = p;
      if (from === null || p.treatment === 'format' || p.role !== 'system') return [];
      if (encryptionOf(planned, from) !== 'unknown') return [];
      const say = (encrypted: Known): Edit => ({ kind: 'note-found', found: from, changes: { encrypted } });
      return [
        {
          of: p.id,
          says: message('finding.encryption-unknown', { volume: nameOf(p) }),
          evidence: [fact('encrypted', valueOf('unknown'))],
          partitions: [p.id],
          systems: [...p.owners],
          remedies: [
            { title: message('remedy.is-encrypted'), edit: say('yes') },
            { title: message('remedy.is-not-encrypted'), edit: say('no') },
          ],
        },
      ];
    }),
};

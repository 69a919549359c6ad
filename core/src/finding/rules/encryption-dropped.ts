import { encrypterOf, fatesOf, partitionTitle } from '../../plan/index.js';
import { surveyedPartition } from '../../survey/index.js';
import { message } from '../../words/index.js';
import { fact, valueOf, type Rule } from '../rule.js';

/** What was encrypted is made anew, and nobody said that its files shall lie open from then on. */
export const encryptionDropped: Rule = {
  id: 'encryption-dropped',
  level: 'blocker',
  check: (planned) =>
    fatesOf(planned).flatMap(({ kind, found, planned: part }) => {
      const locked = encrypterOf(planned, found.id) === 'luks';
      // Where it was decided that there is no layer, or another one, it was decided.
      if (kind !== 'formatted' || !part || !locked || part.layer !== undefined) return [];
      const group = surveyedPartition(planned.survey, found.id)?.volume?.inside?.some(
        (v) => v.kind === 'lvm',
      );
      const layer = group ? ('luks-lvm' as const) : ('luks' as const);
      return [
        {
          of: part.id,
          says: message('finding.encryption-dropped', { volume: partitionTitle(part) }),
          evidence: [fact('content', 'LUKS'), fact('layer', valueOf('unknown'))],
          partitions: [part.id, found.id],
          remedies: [
            {
              title: message('remedy.encrypt-again'),
              edit: { kind: 'describe' as const, partition: part.id, changes: { layer } },
            },
            {
              title: message('remedy.leave-open'),
              edit: {
                kind: 'describe' as const,
                partition: part.id,
                changes: { layer: 'none' as const },
              },
            },
          ],
        },
      ];
    }),
};

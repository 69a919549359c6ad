import { refuseChange, type Edit } from '../../edits/index.js';
import { fatesOf, type Fate } from '../../plan/index.js';
import { VOLUME_TRAITS, volumeName } from '../../volume/index.js';
import { message } from '../../words/index.js';
import { nameOf } from '../context.js';
import { remedy } from '../repairs.js';
import { fact, valueOf, type Rule } from '../rule.js';

export const cannotChange: Rule = {
  id: 'cannot-change',
  level: 'blocker',
  check: (planned) =>
    fatesOf(planned).flatMap((fate) => {
      const { found, planned: part, kind } = fate;
      if (!part || part.treatment === 'format') return [];
      const before = { ...part, start: found.start, length: found.length };
      const refusal = refuseChange(planned, before, part);
      if (refusal?.code !== 'cannot-change' && refusal?.code !== 'encrypted-start') return [];
      const content = refusal.code === 'cannot-change' ? refusal.content : part.fileSystem;
      const change = refusal.code === 'cannot-change' ? refusal.change : 'move';
      return [
        {
          of: part.id,
          says: message('finding.cannot-change', {
            volume: nameOf(part),
            content: volumeName(content),
            known: content !== 'unknown',
            encrypted: refusal.code === 'encrypted-start',
            member: VOLUME_TRAITS[content].opaque,
            change,
          }),
          evidence: [fact('file-system', volumeName(content)), fact('change', valueOf(kind))],
          partitions: [part.id],
          remedies: remedy(message('remedy.keep-as-found'), asFound(fate)),
        },
      ];
    }),
};

/** Puts it back where it was found, at the size it had. */
const asFound = ({ found, planned }: Fate): Edit | undefined =>
  planned && {
    kind: 'arrange',
    places: [{ partition: planned.id, start: found.start, length: found.length }],
  };

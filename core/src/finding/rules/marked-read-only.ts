import { surveyedPartition } from '../../survey/index.js';
import { message } from '../../words/index.js';
import { nameOf } from '../context.js';
import { fact, type Drafted, type Rule } from '../rule.js';

/** Bit 60 of the attributes of a GPT entry: basic data that is mounted for reading only. */
const READ_ONLY = 0x1000000000000000n;

const isReadOnly = (attributes = '0'): boolean =>
  /^[0-9a-f]{1,16}$/i.test(attributes) && (BigInt(`0x${attributes}`) & READ_ONLY) !== 0n;

export const markedReadOnly: Rule = {
  id: 'marked-read-only',
  level: 'caution',
  check: ({ plan, survey }) =>
    plan.partitions.flatMap((p): Drafted[] => {
      const found = surveyedPartition(survey, p.from);
      const used = p.mountPoint !== '' || p.owners.length > 1;
      if (!found || plan.target.table !== 'keep' || !used || !isReadOnly(found.attributes)) return [];
      return [
        {
          of: p.id,
          says: message('finding.marked-read-only', { volume: nameOf(p) }),
          evidence: [fact('attributes', found.attributes ?? '')],
          partitions: [p.id],
        },
      ];
    }),
};

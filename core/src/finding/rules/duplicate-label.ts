import { message } from '../../words/index.js';
import { grouped } from '../grouped.js';
import type { SingleEdit } from '../../edits/index.js';
import { partitionTitle } from '../../plan/index.js';
import { VOLUME_TRAITS } from '../../volume/index.js';
import { listed, fact, type Rule } from '../rule.js';

export const duplicateLabel: Rule = {
  id: 'duplicate-label',
  level: 'caution',
  check: ({ plan }) => {
    const byLabel = grouped(
      plan.partitions.filter((p) => p.label !== ''),
      (p) => p.label.toLowerCase(),
    );
    return [...byLabel.values()].flatMap((same) => {
      const last = same.findLast((p) => p.from === null);
      if (same.length < 2) return [];
      const limit = VOLUME_TRAITS[last?.fileSystem ?? 'ext4'].labelLimit ?? 16;
      const other = last && `${last.label.slice(0, limit - 2)}-${same.length}`;
      const edit: SingleEdit | undefined =
        last && other
          ? { kind: 'describe', partition: last.id, changes: { label: other, name: other } }
          : undefined;
      return [
        {
          of: same[0]!.label.toLowerCase(),
          says: message('finding.duplicate-label', { label: same[0]!.label, partitions: same.length }),
          evidence: [fact('partitions', listed(same.map((p) => partitionTitle(p))))],
          partitions: same.map((p) => p.id),
          remedies: edit && other ? [{ title: message('remedy.relabel', { label: other }), edit }] : [],
        },
      ];
    });
  },
};

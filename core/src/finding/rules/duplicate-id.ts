import { message } from '../../words/index.js';
import { listed, fact, type Rule } from '../rule.js';

export const duplicateId: Rule = {
  id: 'duplicate-id',
  level: 'caution',
  check: ({ survey }) => {
    const seen = new Map<string, (typeof survey.partitions)[number][]>();
    for (const p of survey.partitions)
      for (const id of [p.uuid, p.volume?.uuid]) if (id) seen.set(id, [...(seen.get(id) ?? []), p]);
    return [...seen].flatMap(([id, holders]) =>
      holders.length < 2
        ? []
        : [
            {
              of: id,
              says: message('finding.duplicate-id', { partitions: holders.length }),
              evidence: [fact('id', id), fact('partitions', listed(holders.map((p) => String(p.number))))],
              partitions: holders.map((p) => p.id),
            },
          ],
    );
  },
};

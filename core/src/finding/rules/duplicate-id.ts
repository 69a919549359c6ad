import { fact, type Rule } from '../rule.js';

export const duplicateId: Rule = {
  id: 'duplicate-id',
  level: 'caution',
  basis: 'UEFI 2.10 §5.3.3: UniquePartitionGUID is unique; mount tables rely on file-system UUIDs',
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
              title: 'Two partitions carry the same id',
              why: 'Systems find volumes by this id. With two alike, one may be mounted in place of the other. It often comes from copying a partition.',
              evidence: [
                fact('id', id),
                fact('partitions', holders.map((p) => String(p.number)).join(' and ')),
              ],
              partitions: holders.map((p) => p.id),
            },
          ],
    );
  },
};

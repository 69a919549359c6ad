import { z } from 'zod';
import { message } from '../../words/index.js';
import { isLogical } from '../../layout/index.js';
import { partitionOf } from '../../plan/index.js';
import { applied, onReading, refused } from '../outcome.js';
import type { EditKind } from './kind.js';

/** Marks primaries of an MBR to be started from, or not, by their ids; `null`: as found. One is marked, as a rule. */
const schema = z.strictObject({
  kind: z.literal('set-active'),
  flags: z.record(z.string().min(1).max(60), z.boolean().nullable()).readonly(),
});
export type SetActive = z.infer<typeof schema>;

export const setActive: EditKind<SetActive, SetActive> = {
  schema,
  apply: (plan, { kind, flags }, surveys) =>
    onReading(plan, surveys, (survey) => {
      const back: Record<string, boolean | null> = {};
      for (const [id, flag] of Object.entries(flags)) {
        const partition = partitionOf(plan, id);
        if (!partition) return refused({ code: 'no-such-partition', id });
        if (flag && isLogical({ plan, survey }, partition)) return refused({ code: 'not-primary', id });
        back[id] = partition.active ?? null;
      }
      const partitions = plan.partitions.map((p) =>
        p.id in back ? { ...p, active: flags[p.id] ?? undefined } : p,
      );
      return applied({ ...plan, partitions }, { kind, flags: back });
    }),
  title: () => message('edit.active'),
  nearer: null,
  reading: null,
};

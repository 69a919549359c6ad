import { z } from 'zod';
import { message } from '../../words/index.js';
import { StepRecordSchema } from '../../plan/index.js';
import { withEntry } from '../fields.js';
import { applied } from '../outcome.js';
import type { EditKind } from './kind.js';

/** Says when a step was done and what is noted of it; `null`: nothing any more. */
const schema = z.strictObject({
  kind: z.literal('record'),
  step: z.string().min(1).max(120),
  record: StepRecordSchema.nullable(),
});
export type RecordStep = z.infer<typeof schema>;

export const recordStep: EditKind<RecordStep, RecordStep> = {
  schema,
  apply(plan, { kind, step, record: entry }) {
    const [records, was] = withEntry(plan.records, step, entry);
    return applied({ ...plan, records }, { kind, step, record: was });
  },
  title: () => message('edit.record'),
  nearer: null,
  reading: null,
};

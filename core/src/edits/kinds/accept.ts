import { z } from 'zod';
import { message } from '../../words/index.js';
import { AcceptanceSchema } from '../../plan/index.js';
import { withEntry } from '../fields.js';
import { applied } from '../outcome.js';
import type { EditKind } from './kind.js';

/** Accepts a finding as it is, or no longer. */
const schema = z.strictObject({
  kind: z.literal('accept'),
  finding: z.string().min(1).max(300),
  accepted: AcceptanceSchema.nullable(),
});
export type Accept = z.infer<typeof schema>;

export const accept: EditKind<Accept, Accept> = {
  schema,
  apply(plan, { kind, finding, accepted: entry }) {
    const [accepted, was] = withEntry(plan.accepted, finding, entry);
    return applied({ ...plan, accepted }, { kind, finding, accepted: was });
  },
  title: ({ accepted }) => message(accepted ? 'edit.accept' : 'edit.accept-no-more'),
  nearer: null,
  reading: null,
};

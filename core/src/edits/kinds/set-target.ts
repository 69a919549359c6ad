import { z } from 'zod';
import { message } from '../../words/index.js';
import { TargetChangesSchema } from '../../plan/index.js';
import { refuseTarget } from '../basis.js';
import { merged } from '../fields.js';
import { applied, refused } from '../outcome.js';
import type { EditKind } from './kind.js';

/** Changes what the disk and firmware shall be. A style other than the disk's takes a new table. */
const schema = z.strictObject({ kind: z.literal('set-target'), changes: TargetChangesSchema });
export type SetTarget = z.infer<typeof schema>;

export const setTarget: EditKind<SetTarget, SetTarget> = {
  schema,
  apply(plan, { kind, changes }, surveys) {
    const [target, back] = merged(plan.target, changes);
    const refusal = refuseTarget({ ...plan, target }, surveys);
    return refusal ? refused(refusal) : applied({ ...plan, target }, { kind, changes: back });
  },
  title: () => message('edit.target'),
  nearer: null,
  reading: null,
};

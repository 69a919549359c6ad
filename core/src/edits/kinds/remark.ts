import { z } from 'zod';
import { CommentsSchema } from '../../survey/index.js';
import { message } from '../../words/index.js';
import { applied } from '../outcome.js';
import type { EditKind } from './kind.js';

/** Replaces the remarks of the plan's text form. */
const schema = z.strictObject({ kind: z.literal('remark'), comments: CommentsSchema });
export type Remark = z.infer<typeof schema>;

export const remark: EditKind<Remark, Remark> = {
  schema,
  apply: (plan, { kind, comments }) =>
    applied({ ...plan, comments }, { kind, comments: plan.comments ?? {} }),
  title: () => message('edit.remarks'),
  nearer: null,
  reading: null,
};

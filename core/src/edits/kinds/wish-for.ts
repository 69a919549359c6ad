import { z } from 'zod';
import { message } from '../../words/index.js';
import { WishSchema } from '../../plan/index.js';
import { applied } from '../outcome.js';
import type { EditKind } from './kind.js';

/** Says what is wished of the plan; `null`: nothing any more. */
const schema = z.strictObject({ kind: z.literal('wish-for'), wish: WishSchema.nullable() });
export type WishFor = z.infer<typeof schema>;

export const wishFor: EditKind<WishFor, WishFor> = {
  schema,
  apply: (plan, { kind, wish }) =>
    applied({ ...plan, wish: wish ?? undefined }, { kind, wish: plan.wish ?? null }),
  title: () => message('edit.wish'),
  nearer: null,
  reading: null,
};

import { z } from 'zod';
import { message } from '../../words/index.js';
import { partitionOf, systemOf, LoaderChoiceSchema, OPEN_START, type Plan } from '../../plan/index.js';
import { applied, refused } from '../outcome.js';
import type { Refusal } from '../refusal.js';
import { withStart } from '../start.js';
import type { EditKind } from './kind.js';

/** Decides how a system is started, or leaves it open again (`null`). */
const schema = z.strictObject({
  kind: z.literal('set-loader'),
  system: z.string().min(1).max(60),
  loader: LoaderChoiceSchema.nullable(),
});
export type SetLoader = z.infer<typeof schema>;

export const setLoader: EditKind<SetLoader, SetLoader> = {
  schema,
  apply(plan, edit) {
    const refusal = refuseLoader(plan, edit);
    if (refusal) return refused(refusal);
    const start = plan.start ?? OPEN_START;
    const { [edit.system]: before = null, ...others } = start.loaders;
    const loaders = edit.loader ? { ...others, [edit.system]: edit.loader } : others;
    return applied(withStart(plan, { ...start, loaders }), { ...edit, loader: before });
  },
  title: ({ system }, named) => message('edit.loader', { system: named.system(system) }),
  nearer: null,
  reading: null,
};

function refuseLoader(plan: Plan, { system, loader }: SetLoader): Refusal | undefined {
  if (!systemOf(plan, system)) return { code: 'no-such-system', id: system };
  if (!loader) return undefined;
  if (loader.by !== null && !systemOf(plan, loader.by)) return { code: 'no-such-system', id: loader.by };
  if (loader.by === system) return { code: 'starts-itself' };
  const { place } = loader;
  return place.kind !== 'disk' && !partitionOf(plan, place.partition)
    ? { code: 'no-such-partition', id: place.partition }
    : undefined;
}

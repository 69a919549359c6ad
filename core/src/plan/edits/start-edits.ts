import { z } from 'zod';
import { partitionOf, systemOf, type Plan } from '../plan.js';
import { LoaderChoiceSchema, OPEN_START, StartPlanSchema, type LoaderChoice } from '../start-plan.js';
import type { Refusal } from './refusal.js';
import { applied, refused, type Applied } from './result.js';

/** Decides how a system is started, or leaves it open again (`null`). */
export const SetLoaderSchema = z.strictObject({
  kind: z.literal('set-loader'),
  system: z.string().min(1).max(60),
  loader: LoaderChoiceSchema.nullable(),
});
/** Decides the order of start entries and how long the chooser waits; absent ones stay. */
export const SetStartSchema = z.strictObject({
  kind: z.literal('set-start'),
  changes: StartPlanSchema.pick({ order: true, waitSeconds: true }).partial(),
});

export type StartEdit = z.infer<typeof SetLoaderSchema> | z.infer<typeof SetStartSchema>;

export function applyStartEdit(plan: Plan, edit: StartEdit): Applied {
  const start = plan.start ?? OPEN_START;
  if (edit.kind === 'set-start') {
    const stranger = edit.changes.order?.find((id) => !systemOf(plan, id));
    if (stranger !== undefined) return refused({ code: 'no-such-system', id: stranger });
    const { order = start.order, waitSeconds = start.waitSeconds } = edit.changes;
    return applied(withStart(plan, { ...start, order, waitSeconds }), {
      kind: 'set-start',
      changes: { order: start.order, waitSeconds: start.waitSeconds },
    });
  }
  const refusal = refuseLoader(plan, edit.system, edit.loader);
  if (refusal) return refused(refusal);
  const { [edit.system]: before, ...others } = start.loaders;
  const loaders = edit.loader ? { ...others, [edit.system]: edit.loader } : others;
  return applied(withStart(plan, { ...start, loaders }), {
    kind: 'set-loader',
    system: edit.system,
    loader: before ?? null,
  });
}

/** With nothing decided the plan has no start plan, as before anything was. */
function withStart(plan: Plan, start: NonNullable<Plan['start']>): Plan {
  const open =
    Object.keys(start.loaders).length === 0 && start.order.length === 0 && start.waitSeconds === null;
  const { start: _, ...rest } = plan;
  return open ? rest : { ...rest, start };
}

function refuseLoader(plan: Plan, system: string, loader: LoaderChoice | null): Refusal | undefined {
  if (!systemOf(plan, system)) return { code: 'no-such-system', id: system };
  if (!loader) return undefined;
  if (loader.by !== null && !systemOf(plan, loader.by)) return { code: 'no-such-system', id: loader.by };
  if (loader.by === system) return { code: 'starts-itself' };
  const { place } = loader;
  return place.kind !== 'disk' && !partitionOf(plan, place.partition)
    ? { code: 'no-such-partition', id: place.partition }
    : undefined;
}

import { z } from 'zod';
import type { System } from '../../system/index.js';
import { message } from '../../words/index.js';
import { OPEN_START, type Plan } from '../../plan/index.js';
import { applied, refused } from '../outcome.js';
import type { Refusal } from '../refusal.js';
import type { EditKind } from './kind.js';

/** Takes a system out of the plan; refused while it owns a partition, as found or planned. */
const schema = z.strictObject({
  kind: z.literal('remove-system'),
  system: z.string().min(1).max(40),
});
export type RemoveSystem = z.infer<typeof schema>;

/** What puts it back where it stood. */
interface Back {
  readonly kind: 'add-system';
  readonly system: System;
  readonly at: number;
}

export const removeSystem: EditKind<RemoveSystem, Back> = {
  schema,
  apply(plan, { system: id }) {
    const at = plan.systems.findIndex((s) => s.id === id);
    const system = plan.systems[at];
    if (!system) return refused({ code: 'no-such-system', id });
    const refusal = refuseLeft(plan, id);
    if (refusal) return refused(refusal);
    const systems = plan.systems.filter((s) => s.id !== id);
    return applied({ ...plan, systems }, { kind: 'add-system', system, at });
  },
  title: ({ system }, named) => message('edit.remove-system', { system: named.system(system) }),
  nearer: null,
  reading: null,
};

/** What still refers to the system. */
function refuseLeft(plan: Plan, id: string): Refusal | undefined {
  const planned = plan.partitions.filter((p) => p.owners.includes(id)).map((p) => p.id);
  const found = Object.entries(plan.found).flatMap(([key, note]) => (note.owners.includes(id) ? [key] : []));
  if (planned.length + found.length > 0)
    return { code: 'system-owns', partitions: [...new Set([...planned, ...found])] };
  const { loaders, order } = plan.start ?? OPEN_START;
  const boots = id in loaders || order.includes(id) || Object.values(loaders).some((l) => l.by === id);
  return boots ? { code: 'system-starts', id } : undefined;
}

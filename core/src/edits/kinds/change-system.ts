import { z } from 'zod';
import { SystemSchema } from '../../system/index.js';
import { message } from '../../words/index.js';
import { systemOf } from '../../plan/index.js';
import { applied, refused } from '../outcome.js';
import type { EditKind } from './kind.js';

const { shape } = SystemSchema;

/** Changes some of a system's facts; absent ones stay, and `null` takes away what can be absent. */
const schema = z.strictObject({
  kind: z.literal('change-system'),
  system: z.string().min(1).max(40),
  changes: SystemSchema.omit({ id: true }).partial().extend({
    change: shape.change.nullable(),
    host: shape.host.nullable(),
    menu: shape.menu.nullable(),
    hibernation: shape.hibernation.nullable(),
    swap: shape.swap.nullable(),
    room: shape.room.nullable(),
    wish: shape.wish.nullable(),
    use: shape.use.nullable(),
    parts: shape.parts.nullable(),
    medium: shape.medium.nullable(),
  }),
});
export type ChangeSystem = z.infer<typeof schema>;

export const changeSystem: EditKind<ChangeSystem, ChangeSystem> = {
  schema,
  apply(plan, edit) {
    const system = systemOf(plan, edit.system);
    if (!system) return refused({ code: 'no-such-system', id: edit.system });
    const given = Object.fromEntries(Object.entries(edit.changes).filter(([, v]) => v !== undefined));
    const host = edit.changes.host?.partition;
    if (host !== undefined && !plan.partitions.some((p) => p.id === host))
      return refused({ code: 'no-such-host', id: host });
    const before = Object.fromEntries(
      Object.keys(given).map((key) => [key, system[key as keyof typeof system] ?? null]),
    );
    const changes = Object.fromEntries(Object.entries(given).map(([key, v]) => [key, v ?? undefined]));
    const systems = plan.systems.map((s) => (s.id === edit.system ? { ...s, ...changes } : s));
    return applied({ ...plan, systems }, { kind: edit.kind, system: edit.system, changes: before });
  },
  title: ({ system }, named) => message('edit.change-system', { system: named.system(system) }),
  nearer: null,
  reading: null,
};

import { z } from 'zod';
import { SystemSchema } from '../../system/index.js';
import { systemOf, type Plan } from '../plan.js';
import { OPEN_START } from '../start-plan.js';
import { applied, refused, type Applied } from './result.js';

/** Adds a system at a place in the list (the end where absent); the place also gives its colour. */
export const AddSystemSchema = z.strictObject({
  kind: z.literal('add-system'),
  system: SystemSchema,
  at: z.int().nonnegative().optional(),
});
/** Changes some of a system's facts; absent ones stay, and `null` takes away what can be absent. */
export const ChangeSystemSchema = z.strictObject({
  kind: z.literal('change-system'),
  system: z.string().min(1).max(40),
  changes: SystemSchema.omit({ id: true }).partial().extend({
    change: SystemSchema.shape.change.nullable(),
    host: SystemSchema.shape.host.nullable(),
    menu: SystemSchema.shape.menu.nullable(),
    hibernation: SystemSchema.shape.hibernation.nullable(),
    swap: SystemSchema.shape.swap.nullable(),
    room: SystemSchema.shape.room.nullable(),
    wish: SystemSchema.shape.wish.nullable(),
    use: SystemSchema.shape.use.nullable(),
    parts: SystemSchema.shape.parts.nullable(),
    medium: SystemSchema.shape.medium.nullable(),
  }),
});
/** Takes a system out of the plan; refused while it owns a partition, as found or planned. */
export const RemoveSystemSchema = z.strictObject({
  kind: z.literal('remove-system'),
  system: z.string().min(1).max(40),
});

export type SystemEdit =
  z.infer<typeof AddSystemSchema> | z.infer<typeof ChangeSystemSchema> | z.infer<typeof RemoveSystemSchema>;

export function applySystemEdit(plan: Plan, edit: SystemEdit): Applied {
  switch (edit.kind) {
    case 'add-system': {
      if (systemOf(plan, edit.system.id)) return refused({ code: 'already-there', id: edit.system.id });
      const at = Math.min(edit.at ?? plan.systems.length, plan.systems.length);
      return applied(
        { ...plan, systems: [...plan.systems.slice(0, at), edit.system, ...plan.systems.slice(at)] },
        { kind: 'remove-system', system: edit.system.id },
      );
    }
    case 'change-system': {
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
      return applied(
        { ...plan, systems: plan.systems.map((s) => (s.id === edit.system ? { ...s, ...changes } : s)) },
        { kind: 'change-system', system: edit.system, changes: before },
      );
    }
    case 'remove-system':
      return removeSystem(plan, edit.system);
  }
}

function removeSystem(plan: Plan, id: string): Applied {
  const at = plan.systems.findIndex((s) => s.id === id);
  const system = plan.systems[at];
  if (!system) return refused({ code: 'no-such-system', id });
  const planned = plan.partitions.filter((p) => p.owners.includes(id)).map((p) => p.id);
  const found = Object.entries(plan.found).flatMap(([key, note]) => (note.owners.includes(id) ? [key] : []));
  if (planned.length + found.length > 0)
    return refused({ code: 'system-owns', partitions: [...new Set([...planned, ...found])] });
  const { loaders, order } = plan.start ?? OPEN_START;
  if (id in loaders || order.includes(id) || Object.values(loaders).some((l) => l.by === id))
    return refused({ code: 'system-starts', id });
  return applied(
    { ...plan, systems: plan.systems.filter((s) => s.id !== id) },
    { kind: 'add-system', system, at },
  );
}

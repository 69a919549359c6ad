import { z } from 'zod';
import { SystemSchema } from '../../system/index.js';
import { message } from '../../words/index.js';
import { systemOf } from '../../plan/index.js';
import { applied, refused } from '../outcome.js';
import type { EditKind } from './kind.js';
import type { RemoveSystem } from './remove-system.js';

/** Adds a system at a place in the list (the end where absent); the place also gives its colour. */
const schema = z.strictObject({
  kind: z.literal('add-system'),
  system: SystemSchema,
  at: z.int().nonnegative().optional(),
});
export type AddSystem = z.infer<typeof schema>;

export const addSystem: EditKind<AddSystem, RemoveSystem> = {
  schema,
  apply(plan, { system, at: place = plan.systems.length }) {
    if (systemOf(plan, system.id)) return refused({ code: 'already-there', id: system.id });
    const at = Math.min(place, plan.systems.length);
    const systems = [...plan.systems.slice(0, at), system, ...plan.systems.slice(at)];
    return applied({ ...plan, systems }, { kind: 'remove-system', system: system.id });
  },
  title: ({ system }) => message('edit.add-system', { system: system.name }),
  nearer: null,
  reading: null,
};

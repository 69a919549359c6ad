import { z } from 'zod';
import { message } from '../../words/index.js';
import { applied } from '../outcome.js';
import type { EditKind } from './kind.js';

/** Ticks a runbook step off, or not. */
const schema = z.strictObject({
  kind: z.literal('tick'),
  step: z.string().min(1).max(120),
  done: z.boolean(),
});
export type Tick = z.infer<typeof schema>;

export const tick: EditKind<Tick, Tick> = {
  schema,
  apply(plan, { kind, step, done }) {
    const others = plan.ticked.filter((ticked) => ticked !== step);
    const was = others.length < plan.ticked.length;
    const ticked = done ? [...others, step].sort() : others;
    return applied({ ...plan, ticked }, { kind, step, done: was });
  },
  title: ({ done }) => message(done ? 'edit.tick' : 'edit.untick'),
  nearer: null,
  reading: null,
};

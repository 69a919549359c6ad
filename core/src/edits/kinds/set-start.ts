import { z } from 'zod';
import { message } from '../../words/index.js';
import { systemOf, OPEN_START, StartPlanSchema } from '../../plan/index.js';
import { applied, refused } from '../outcome.js';
import { withStart } from '../start.js';
import type { EditKind } from './kind.js';

/** Decides the order of boot entries and how long the menu waits; absent ones stay. */
const schema = z.strictObject({
  kind: z.literal('set-start'),
  changes: StartPlanSchema.pick({ order: true, waitSeconds: true }).partial(),
});
export type SetStart = z.infer<typeof schema>;

export const setStart: EditKind<SetStart, SetStart> = {
  schema,
  apply(plan, { kind, changes }) {
    const stranger = changes.order?.find((id) => !systemOf(plan, id));
    if (stranger !== undefined) return refused({ code: 'no-such-system', id: stranger });
    const start = plan.start ?? OPEN_START;
    const { order = start.order, waitSeconds = start.waitSeconds } = changes;
    return applied(withStart(plan, { ...start, order, waitSeconds }), {
      kind,
      changes: { order: start.order, waitSeconds: start.waitSeconds },
    });
  },
  title: () => message('edit.boot-order'),
  nearer: null,
  reading: null,
};

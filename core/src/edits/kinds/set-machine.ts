import { z } from 'zod';
import { changeFacts, MachineChangesSchema } from '../../machine/index.js';
import { message } from '../../words/index.js';
import { applied } from '../outcome.js';
import type { EditKind } from './kind.js';

/** Changes facts of the machine; absent ones stay. */
const schema = z.strictObject({ kind: z.literal('set-machine'), changes: MachineChangesSchema });
export type SetMachine = z.infer<typeof schema>;

export const setMachine: EditKind<SetMachine, SetMachine> = {
  schema,
  apply(plan, { kind, changes }) {
    const { machine, before } = changeFacts(plan.machine, changes);
    return applied({ ...plan, machine }, { kind, changes: before });
  },
  title: () => message('edit.machine'),
  nearer: null,
  reading: null,
};

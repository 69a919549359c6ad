import type { z } from 'zod';
import type { Machine, MachineChangesSchema } from './machine.js';

export type MachineChanges = z.output<typeof MachineChangesSchema>;

/**
 * The machine with some facts changed, and the changes that bring it back. Who told a fact is forgotten with it, unless
 * that is given too.
 */
export function changeFacts(
  machine: Machine,
  changes: MachineChanges,
): { readonly machine: Machine; readonly before: MachineChanges } {
  const { told, ...rest } = changes;
  const facts = Object.entries(rest).filter(([, value]) => value !== undefined);
  const names = facts.map(([name]) => name);
  const stillTold = Object.entries(machine.told ?? {}).filter(([fact]) => !names.includes(fact));
  const nextTold = told === undefined ? Object.fromEntries(stillTold) : (told ?? {});
  const known = Object.entries({ ...machine, ...Object.fromEntries(facts) }).filter(
    ([name, value]) => name !== 'told' && !(value === null && CAN_BE_ABSENT.has(name)),
  );
  return {
    machine: {
      ...(Object.fromEntries(known) as unknown as Machine),
      ...(Object.keys(nextTold).length > 0 ? { told: nextTold } : {}),
    },
    before: {
      ...Object.fromEntries(
        facts.map(([name]) => {
          const value = machine[name as keyof Machine];
          return [name, value === undefined && CAN_BE_ABSENT.has(name) ? null : value];
        }),
      ),
      ...(machine.told || Object.keys(nextTold).length > 0 ? { told: machine.told ?? null } : {}),
    },
  };
}

/** Facts of which absence means that nobody told; `null` makes them absent. */
const CAN_BE_ABSENT: ReadonlySet<string> = new Set<keyof Machine>([
  'bootEntries',
  'wordSize',
  'certificates',
  'entryRoom',
]);

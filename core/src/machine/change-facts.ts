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
  const { bootEntries, told, ...rest } = changes;
  const facts = Object.entries(rest).filter(([, value]) => value !== undefined);
  const names = facts.map(([name]) => name).concat(bootEntries === undefined ? [] : ['bootEntries']);
  const stillTold = Object.entries(machine.told ?? {}).filter(([fact]) => !names.includes(fact));
  const nextTold = told === undefined ? Object.fromEntries(stillTold) : (told ?? {});
  const nextEntries = bootEntries === undefined ? machine.bootEntries : (bootEntries ?? undefined);
  const { bootEntries: _, told: __, ...plain } = machine;
  return {
    machine: {
      ...plain,
      ...Object.fromEntries(facts),
      ...(nextEntries ? { bootEntries: nextEntries } : {}),
      ...(Object.keys(nextTold).length > 0 ? { told: nextTold } : {}),
    },
    before: {
      ...Object.fromEntries(facts.map(([name]) => [name, machine[name as keyof Machine]])),
      ...(bootEntries === undefined ? {} : { bootEntries: machine.bootEntries ?? null }),
      ...(machine.told || Object.keys(nextTold).length > 0 ? { told: machine.told ?? null } : {}),
    },
  };
}

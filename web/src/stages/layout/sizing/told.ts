import { SystemUseSchema, USUAL_USE, type System, type SystemUse } from '@rhizotome/core';
import { useEdit, useOpenMachine } from '../../../open/context.js';
import { local } from '../../../parts/browser-store.js';

/** What a system is to hold, as it is told with the plan; a change of it is an edit. */
export function useTold(system: System | undefined) {
  const { id } = useOpenMachine();
  const { attempt } = useEdit();
  const use = system?.use ?? (system ? keptBefore(id, system.id) : USUAL_USE);
  const change = (changes: Partial<SystemUse>) =>
    system && attempt({ kind: 'change-system', system: system.id, changes: { use: { ...use, ...changes } } });
  return [use, change] as const;
}

/** Before it was part of the plan, what was told was kept in the browser; people’s files on the root had another name. */
function keptBefore(machine: string, system: string): SystemUse {
  const { homeBytes, ...root } = stored(`rhizotome.sizing.root.${system}.${machine}`);
  const told = {
    ...USUAL_USE,
    ...(homeBytes === undefined ? {} : { filesOnRootBytes: homeBytes }),
    ...root,
    ...stored(`rhizotome.sizing.home.${system}.${machine}`),
  };
  return SystemUseSchema.safeParse(told).data ?? USUAL_USE;
}

function stored(key: string): Record<string, unknown> {
  try {
    const value: unknown = JSON.parse(local.get(key) ?? '{}');
    return typeof value === 'object' && value !== null ? { ...value } : {};
  } catch {
    return {};
  }
}

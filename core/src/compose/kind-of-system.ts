import { BOOT_MENU, profileOf, SYSTEM_PROFILES, type System, type SystemProfile } from '../system/index.js';
import type { Edit } from '../edits/index.js';
import type { Plan } from '../plan/index.js';

/** The kinds of its family that a system can be said to be. */
export function kindsFor({ family, menu }: Pick<System, 'family' | 'menu'>): readonly SystemProfile[] {
  if (menu) return [BOOT_MENU];
  return SYSTEM_PROFILES.filter((profile) => profile.family === family);
}

/** The kind whose needs a system has exactly; `undefined` where its administrator changed them. */
export function kindOfSystem(system: System): SystemProfile | undefined {
  return kindsFor(system).find(({ needs }) =>
    Object.entries(needs).every(([key, value]) => system[key as keyof typeof needs] === value),
  );
}

/** Says which kind of its family a system is: it gets the needs of that kind. @throws RangeError for an unknown id */
export function kindEdit(system: System, profileId: string): Edit {
  return { kind: 'change-system', system: system.id, changes: profileOf(profileId).needs };
}

/** Whether it can be said otherwise that a system is on the disk: nothing that was found is its own. */
export function originIsOpen(plan: Plan, system: System): boolean {
  return !Object.values(plan.found).some((note) => note.owners.includes(system.id));
}

/** Says that a system is on the disk already, or that it is not. */
export function originEdit(system: System, origin: System['origin']): Edit {
  return { kind: 'change-system', system: system.id, changes: { origin, change: null } };
}

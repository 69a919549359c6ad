import { modeName } from '../../machine/index.js';
import { systemOf, type Plan } from '../../plan/index.js';
import type { Environment } from '../../sequence/index.js';

export function environmentTitle(environment: Environment, plan: Plan): string {
  const name =
    'system' in environment && environment.system ? systemOf(plan, environment.system)?.name : undefined;
  switch (environment.kind) {
    case 'running':
      return name ? `In ${name}, as it runs now` : 'Before you start, on any machine';
    case 'firmware':
      return 'In the firmware’s setup';
    case 'live':
      return 'In a live session';
    case 'installer':
      return `In the installer of ${name ?? 'the system'}`;
    case 'first-start':
      return `${name ?? 'The system'}, started from cold`;
  }
}

export function environmentNote(environment: Environment, plan: Plan, restart: boolean): string {
  const { mode } = plan.target;
  switch (environment.kind) {
    case 'running':
      return 'Nothing is installed yet. Keep the mains adapter plugged in from here to the end.';
    case 'firmware':
      return 'Restart, and press the key the machine shows for its setup.';
    case 'live':
      return `Restart from the installer medium in ${modeName(mode)} mode${mode === 'uefi' ? ' (the entry marked UEFI in the start menu)' : ' (the entry not marked UEFI)'} and choose to try, not to install.`;
    case 'installer':
      if (!restart)
        return 'Start the installer from the same live session, and choose to partition by hand. Never choose to use or erase the whole disk.';
      return `Start its medium in ${modeName(mode)} mode, and choose to partition by hand. Never choose to use or erase the whole disk.`;
    case 'first-start':
      return 'Shut down, wait, and switch on again without the medium.';
  }
}

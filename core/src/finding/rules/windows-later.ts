import { systemsThatStay } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const windowsLater: Rule = {
  id: 'windows-later',
  level: 'caution',
  basis: 'Its setup and large updates put Windows first in the firmware’s start order',
  check: (context) => {
    const others = systemsThatStay(context).filter((s) => s.family !== 'windows' && s.origin === 'found');
    return context.newSystems
      .filter((s) => s.family === 'windows' && others.length > 0)
      .map((system) => ({
        of: system.id,
        title: `Installing ${system.name} will hide ${others.map((s) => s.name).join(' and ')}`,
        why: 'Its setup makes itself first in the start order. The runbook restores the order afterwards; nothing is lost.',
        evidence: [fact('already installed', others.map((s) => s.name).join(', '))],
        systems: [system.id, ...others.map((s) => s.id)],
      }));
  },
};

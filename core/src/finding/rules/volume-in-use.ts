import { systemsThatStay } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const volumeInUse: Rule = {
  id: 'volume-in-use',
  level: 'caution',
  basis: 'Hibernation and fast startup leave volumes in use after shutdown',
  check: (context) => {
    const stay = systemsThatStay(context);
    if (stay.length < 2) return [];
    return stay
      .filter((system) => system.origin === 'found' && system.family === 'windows' && system.hibernates)
      .map((system) => ({
        of: system.id,
        title: `${system.name} may leave its volumes in use when shut down`,
        why: 'With hibernation or fast startup on, its volumes are not really closed. Another system that writes to them, or to a shared EFI system partition, can destroy files. The runbook turns both off first.',
        evidence: [fact('hibernation or fast startup', 'on, as far as is known')],
        systems: [system.id],
        remedies: [
          {
            title: 'Both are off already: note it',
            edit: { kind: 'change-system' as const, system: system.id, changes: { hibernates: false } },
          },
        ],
      }));
  },
};

import { message } from '../../words/index.js';
import { installedMode } from '../../match/index.js';
import { newSystems, systemsThatStay } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const modesMixed: Rule = {
  id: 'modes-mixed',
  level: 'hazard',
  check: (planned) => {
    const { plan, survey } = planned;
    const arriving = newSystems(planned);
    const stay = systemsThatStay(planned).filter((s) => s.origin === 'found');
    const now = stay[0] ? installedMode(plan, stay[0], survey) : 'unknown';
    const start = plan.machine.mediumStart;
    if (
      now === 'unknown' ||
      start === 'unknown' ||
      stay.length === 0 ||
      arriving.length === 0 ||
      now === start
    )
      return [];
    return [
      {
        of: 'disk',
        says: message('finding.modes-mixed', { systems: stay.map((s) => s.name), now, start }),
        evidence: [
          fact('installed-systems', message('value.mode', { mode: now })),
          fact('medium', message('value.mode', { mode: start })),
        ],
        systems: [...stay, ...arriving].map((s) => s.id),
        remedies: [
          {
            title: message('remedy.one-mode', { mode: now }),
            edit: {
              kind: 'batch',
              says: message('edit.one-mode', { mode: now }),
              edits: [
                { kind: 'set-machine', changes: { mediumStart: now } },
                { kind: 'set-target', changes: { mode: now } },
              ],
            },
          },
        ],
      },
    ];
  },
};

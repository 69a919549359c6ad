import { message } from '../../words/index.js';
import { installedMode, verdictOn } from '../../match/index.js';
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
    const there = { ...plan, target: { ...plan.target, mode: now } };
    const cannot = [...stay, ...arriving].some((s) => verdictOn(there, s, survey).level === 'cannot');
    return [
      {
        of: 'disk',
        says: message('finding.modes-mixed', { systems: stay.map((s) => s.name), now, start }),
        evidence: [
          fact('installed-systems', message('value.mode', { mode: now })),
          fact('medium', message('value.mode', { mode: start })),
        ],
        systems: [...stay, ...arriving].map((s) => s.id),
        remedies: cannot
          ? []
          : [
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

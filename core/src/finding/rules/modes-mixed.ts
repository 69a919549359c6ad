import { installedMode } from '../../match/index.js';
import { modeName } from '../../machine/index.js';
import { systemsThatStay } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const modesMixed: Rule = {
  id: 'modes-mixed',
  level: 'hazard',
  basis: 'A chooser started in one mode cannot start a system installed in the other (UEFI 2.10 §3.5.1)',
  check: (context) => {
    const { plan, newSystems } = context;
    const stay = systemsThatStay(context).filter((s) => s.origin === 'found');
    const now = stay[0] ? installedMode(plan, stay[0]) : 'unknown';
    const start = plan.machine.mediumStart;
    if (
      now === 'unknown' ||
      start === 'unknown' ||
      stay.length === 0 ||
      newSystems.length === 0 ||
      now === start
    )
      return [];
    return [
      {
        of: 'disk',
        title: 'Two modes on one disk',
        why: `${stay.map((s) => s.name).join(' and ')} starts in ${modeName(now)} mode; a system installed from a medium started in ${modeName(start)} mode cannot be chosen from the same menu.`,
        evidence: [fact('installed systems', modeName(now)), fact('installer medium', modeName(start))],
        systems: [...stay, ...newSystems].map((s) => s.id),
        remedies: [
          {
            title: `Start the medium in ${modeName(now)} mode, and stay with it`,
            edit: {
              kind: 'batch',
              title: `Use ${modeName(now)} mode throughout`,
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

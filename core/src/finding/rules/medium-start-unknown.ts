import { modeName } from '../../machine/index.js';
import { fact, type Rule } from '../rule.js';

export const mediumStartUnknown: Rule = {
  id: 'medium-start-unknown',
  level: 'caution',
  basis: 'How the installer is started decides the mode a system is installed for',
  check: ({ plan, newSystems }) =>
    newSystems.length === 0 || plan.machine.mediumStart !== 'unknown'
      ? []
      : [
          {
            of: 'machine',
            title: 'How the installer will be started is not decided',
            why: `The same stick may start in UEFI or in BIOS mode, and that decides what is installed. This plan needs ${modeName(plan.target.mode)}.`,
            evidence: [fact('needed', modeName(plan.target.mode))],
            systems: newSystems.map((s) => s.id),
            remedies: [
              {
                title: `It will be started in ${modeName(plan.target.mode)} mode`,
                edit: { kind: 'set-machine', changes: { mediumStart: plan.target.mode } },
              },
            ],
          },
        ],
};

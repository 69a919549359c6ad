import { fact, type Rule } from '../rule.js';

export const secureBootUnsigned: Rule = {
  id: 'secure-boot-unsigned',
  level: 'caution',
  basis: 'UEFI 2.10 §32: with Secure Boot on, unsigned images are refused',
  check: ({ plan, newSystems }) => {
    const unsigned = newSystems.filter((s) => !s.signed);
    if (plan.machine.secureBoot === 'off' || plan.target.mode !== 'uefi' || unsigned.length === 0) return [];
    const encrypted = Object.values(plan.found).some((note) => note.encrypted);
    return [
      {
        of: 'machine',
        title: 'Secure Boot will refuse the installer',
        why: `${unsigned.map((s) => s.name).join(' and ')} has no signed loader. Secure Boot is turned off before installing.${encrypted ? ' That change makes an encrypted volume ask for its recovery key.' : ''}`,
        evidence: [fact('Secure Boot', plan.machine.secureBoot === 'on' ? 'on' : 'not said')],
        systems: unsigned.map((s) => s.id),
      },
    ];
  },
};

import { isWindowsEncrypted } from '../../plan/index.js';
import { newSystems } from '../context.js';
import { message } from '../../words/index.js';
import { valueOf, fact, type Rule } from '../rule.js';

export const secureBootUnsigned: Rule = {
  id: 'secure-boot-unsigned',
  level: 'caution',
  check: (planned) => {
    const { plan } = planned;
    const arriving = newSystems(planned);
    const unsigned = arriving.filter((s) => !s.signed);
    if (plan.machine.secureBoot === 'off' || plan.target.mode !== 'uefi' || unsigned.length === 0) return [];
    const encrypted = planned.survey.partitions.some((p) => isWindowsEncrypted(planned, p.id));
    return [
      {
        of: 'machine',
        says: message('finding.secure-boot-unsigned', {
          systems: unsigned.map((s) => s.name),
          encrypted,
        }),
        evidence: [
          fact('secure-boot', plan.machine.secureBoot === 'on' ? valueOf('on') : valueOf('unknown')),
        ],
        systems: unsigned.map((s) => s.id),
      },
    ];
  },
};

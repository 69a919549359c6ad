import { message } from '../../words/index.js';
import { newSystems } from '../context.js';
import { fact, valueOf, type Rule } from '../rule.js';

/** Media are signed by certificates of 2023 alone since those of 2011 ended: a firmware that has only the old ones starts none of them. */
export const certificatesOld: Rule = {
  id: 'certificates-old',
  level: 'caution',
  check: (planned) => {
    const { machine, target } = planned.plan;
    const isOn = machine.secureBoot === 'on' || target.secureBoot === 'on';
    const signed = newSystems(planned).filter((s) => s.signed);
    if (target.mode !== 'uefi' || !isOn || machine.certificates === '2023' || signed.length === 0) return [];
    const known = machine.certificates !== undefined;
    return [
      {
        of: 'machine',
        level: known ? ('caution' as const) : ('advice' as const),
        says: message('finding.certificates-old', { systems: signed.map((s) => s.name), known }),
        evidence: [
          fact('secure-boot', valueOf('on')),
          fact('certificates', machine.certificates ?? valueOf('unknown')),
        ],
        systems: signed.map((s) => s.id),
        remedies: known
          ? []
          : [
              {
                title: message('remedy.certificates'),
                edit: { kind: 'set-machine' as const, changes: { certificates: '2023' as const } },
              },
            ],
      },
    ];
  },
};

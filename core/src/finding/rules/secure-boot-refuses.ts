import { message } from '../../words/index.js';
import { systemsThatStay } from '../context.js';
import { fact, valueOf, type Rule } from '../rule.js';

export const secureBootRefuses: Rule = {
  id: 'secure-boot-refuses',
  level: 'blocker',
  check: (planned) => {
    const { target } = planned.plan;
    const refused = systemsThatStay(planned).filter((s) => !s.signed && !s.host);
    if (target.mode !== 'uefi' || target.secureBoot !== 'on' || refused.length === 0) return [];
    return [
      {
        of: 'machine',
        says: message('finding.secure-boot-refuses', { systems: refused.map((s) => s.name) }),
        evidence: [fact('secure-boot', valueOf('on'))],
        systems: refused.map((s) => s.id),
        remedies: [
          {
            title: message('remedy.secure-boot-off'),
            edit: { kind: 'set-target' as const, changes: { secureBoot: 'as-is' as const } },
          },
        ],
      },
    ];
  },
};

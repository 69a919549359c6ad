import { message } from '../../words/index.js';
import { typeOf } from '../../recognition/index.js';
import { typeFor, typeName } from '../../table/index.js';
import { nameOf, partitionsWithRole } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const efiType: Rule = {
  id: 'efi-type',
  level: 'blocker',
  check: (planned) => {
    const { plan, survey } = planned;
    if (plan.target.mode !== 'uefi') return [];
    const wanted = typeFor('efi', plan.target.style, false);
    return partitionsWithRole(planned, 'efi')
      .filter((p) => typeOf({ plan, survey }, p) !== wanted)
      .map((p) => ({
        of: p.id,
        says: message('finding.efi-type', { volume: nameOf(p) }),
        evidence: [fact('type', typeName(typeOf({ plan, survey }, p))), fact('needed', typeName(wanted))],
        partitions: [p.id],
        remedies: [
          {
            title: message('remedy.mark-efi'),
            edit: { kind: 'describe' as const, partition: p.id, changes: { type: wanted } },
          },
        ],
      }));
  },
};

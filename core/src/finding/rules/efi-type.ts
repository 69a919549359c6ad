import { typeOf } from '../../recognition/index.js';
import { typeFor, typeName } from '../../table/index.js';
import { titleOf, withRole } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const efiType: Rule = {
  id: 'efi-type',
  level: 'blocker',
  basis: 'UEFI 2.10 §13.3: the firmware looks for a partition of the EFI system type, and for FAT on it',
  check: (context) => {
    const { plan, survey } = context;
    if (plan.target.mode !== 'uefi') return [];
    const wanted = typeFor('efi', plan.target.style, false);
    return withRole(context, 'efi')
      .filter((p) => typeOf({ plan, survey }, p) !== wanted)
      .map((p) => ({
        of: p.id,
        title: `${titleOf(p)} has not the type of an EFI system partition`,
        why: 'Right file system and right mount point are not enough: firmware and installers find it by its type.',
        evidence: [fact('type', typeName(typeOf({ plan, survey }, p))), fact('needed', typeName(wanted))],
        partitions: [p.id],
        remedies: [
          {
            title: 'Give it the type; what it holds stays',
            edit: { kind: 'describe' as const, partition: p.id, changes: { type: wanted } },
          },
        ],
      }));
  },
};

import { partitionTitle } from '../../plan/index.js';
import { formatBoth } from '../../quantity/index.js';
import { bytesOfPart, ownedBy, titleOf, withRole } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const efiNotUsed: Rule = {
  id: 'efi-not-used',
  level: 'blocker',
  basis: 'UEFI 2.10 §13.3; the loader’s target must be named in the installer',
  check: (context) => {
    const present = withRole(context, 'efi');
    const first = present[0];
    if (context.plan.target.mode !== 'uefi' || !first) return [];
    return context.newSystems
      .filter((system) => !system.ownSetup && ownedBy(context, system, 'efi').length === 0)
      .map((system) => ({
        of: system.id,
        title: `${system.name} has no EFI system partition to start from`,
        why: `There is one on the disk, but nothing says ${system.name} uses it. Sharing it keeps what is on it: it is mounted and never formatted.`,
        evidence: [fact('present', `${partitionTitle(first)}, ${formatBoth(bytesOfPart(context, first))}`)],
        partitions: [first.id],
        systems: [system.id],
        remedies: present.map((efi) => ({
          title: `Share ${titleOf(efi)}, mounted at /boot/efi`,
          edit: {
            kind: 'describe' as const,
            partition: efi.id,
            changes: { owners: [...efi.owners, system.id], mountPoint: efi.mountPoint || '/boot/efi' },
          },
        })),
      }));
  },
};

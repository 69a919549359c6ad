import { titleOf, withRole } from '../context.js';
import { fact, type Rule } from '../rule.js';

const USUAL_MOUNTS = ['/boot/efi', '/efi', '/boot'];

export const efiMount: Rule = {
  id: 'efi-mount',
  level: 'caution',
  basis: 'Boot Loader Specification (UAPI): mounted at /efi or /boot; /boot/efi is common practice',
  check: (context) =>
    withRole(context, 'efi')
      .filter((p) =>
        context.newSystems.some((s) => ['linux', 'bsd'].includes(s.family) && p.owners.includes(s.id)),
      )
      .filter((p) => !USUAL_MOUNTS.includes(p.mountPoint))
      .map((p) => ({
        of: p.id,
        title: `${titleOf(p)} is not mounted where a loader is installed`,
        why: 'The installer puts the loader where the EFI system partition is mounted. Without that it ends on the root, and the firmware does not find it.',
        evidence: [fact('mount point', p.mountPoint || 'none')],
        partitions: [p.id],
        remedies: [
          {
            title: 'Mount it at /boot/efi',
            edit: { kind: 'describe' as const, partition: p.id, changes: { mountPoint: '/boot/efi' } },
          },
        ],
      })),
};

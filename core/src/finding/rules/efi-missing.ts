import { FAMILY_NAMES } from '../../system/index.js';
import { formatBoth } from '../../quantity/index.js';
import { newEfiBytes } from '../../sizing/index.js';
import { bytesOfPart, withRole } from '../context.js';
import { createIn, remedy } from '../repairs.js';
import { fact, type Rule } from '../rule.js';

export const efiMissing: Rule = {
  id: 'efi-missing',
  level: 'blocker',
  basis: 'UEFI 2.10 §13.3: the firmware starts loaders from an EFI system partition',
  check: (context) => {
    const { plan, newSystems, largestGap } = context;
    const needing = newSystems.filter((s) => !s.ownSetup);
    if (plan.target.mode !== 'uefi' || needing.length === 0 || withRole(context, 'efi').length > 0) return [];
    const size = newEfiBytes(needing);
    return [
      {
        of: 'disk',
        title: 'No EFI system partition',
        why: `In UEFI mode the firmware starts systems from an EFI system partition. ${FAMILY_NAMES[needing[0]!.family]} cannot start without one.`,
        evidence: [
          fact('advised size', formatBoth(size)),
          fact('largest gap', largestGap ? formatBoth(bytesOfPart(context, largestGap.usable)) : 'none'),
        ],
        systems: needing.map((s) => s.id),
        remedies: remedy(
          `Create one of ${formatBoth(size)}`,
          createIn(context, { role: 'efi', owners: needing, size }),
        ),
      },
    ];
  },
};

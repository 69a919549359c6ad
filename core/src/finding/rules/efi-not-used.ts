import { message } from '../../words/index.js';
import { newSystems, bytesOfPart, ownedBy, nameOf, withRole } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const efiNotUsed: Rule = {
  id: 'efi-not-used',
  level: 'blocker',
  check: (planned) => {
    const present = withRole(planned, 'efi');
    const first = present[0];
    if (planned.plan.target.mode !== 'uefi' || !first) return [];
    return newSystems(planned)
      .filter((system) => !system.ownSetup && ownedBy(planned, system, 'efi').length === 0)
      .map((system) => ({
        of: system.id,
        says: message('finding.efi-not-used', { system: system.name }),
        evidence: [
          fact(
            'present',
            message('value.named', { name: nameOf(first), bytes: bytesOfPart(planned, first) }),
          ),
        ],
        partitions: [first.id],
        systems: [system.id],
        remedies: present.map((efi) => ({
          title: message('remedy.share-efi', { volume: nameOf(efi) }),
          edit: {
            kind: 'describe' as const,
            partition: efi.id,
            changes: { owners: [...efi.owners, system.id], mountPoint: efi.mountPoint || '/boot/efi' },
          },
        })),
      }));
  },
};

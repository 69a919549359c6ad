import { message } from '../../words/index.js';
import { newSystems, nameOf, withRole } from '../context.js';
import { valueOf, fact, type Rule } from '../rule.js';

const USUAL_MOUNTS = ['/boot/efi', '/efi', '/boot'];

export const efiMount: Rule = {
  id: 'efi-mount',
  level: 'caution',
  check: (planned) =>
    withRole(planned, 'efi')
      .filter((p) =>
        newSystems(planned).some((s) => ['linux', 'bsd'].includes(s.family) && p.owners.includes(s.id)),
      )
      .filter((p) => !USUAL_MOUNTS.includes(p.mountPoint))
      .map((p) => ({
        of: p.id,
        says: message('finding.efi-mount', { volume: nameOf(p) }),
        evidence: [fact('mount-point', p.mountPoint || valueOf('none'))],
        partitions: [p.id],
        remedies: [
          {
            title: message('remedy.mount', { mountPoint: '/boot/efi' }),
            edit: { kind: 'describe' as const, partition: p.id, changes: { mountPoint: '/boot/efi' } },
          },
        ],
      })),
};

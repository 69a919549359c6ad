import { isEncrypted } from '../../plan/index.js';
import { message } from '../../words/index.js';
import { nameOf, withRole } from '../context.js';
import { fact, valueOf, type Rule } from '../rule.js';

export const bootEncrypted: Rule = {
  id: 'boot-encrypted',
  level: 'caution',
  check: (planned) =>
    [...withRole(planned, 'boot'), ...withRole(planned, 'efi')]
      .filter((p) => isEncrypted(planned, p) || (p.layer !== undefined && p.layer !== 'none'))
      .map((p) => ({
        of: p.id,
        level: p.role === 'efi' ? ('blocker' as const) : ('caution' as const),
        says: message('finding.boot-encrypted', { volume: nameOf(p), efi: p.role === 'efi' }),
        evidence: [fact('layer', p.layer ?? valueOf('as-found'))],
        partitions: [p.id],
        systems: [...p.owners],
        remedies:
          p.treatment === 'format'
            ? [
                {
                  title: message('remedy.no-layer'),
                  edit: { kind: 'describe' as const, partition: p.id, changes: { layer: 'none' as const } },
                },
              ]
            : [],
      })),
};

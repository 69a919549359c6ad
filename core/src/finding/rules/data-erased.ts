import { partitionTitle, undeleteEdit, usedOf } from '../../plan/index.js';
import { formatBoth } from '../../quantity/index.js';
import { bytesOfPart } from '../context.js';
import { remedy } from '../repairs.js';
import { fact, type Rule } from '../rule.js';

const HOLDS_NOTHING = ['swap', 'reserved', 'bios-boot', 'recovery', 'container'];

export const dataErased: Rule = {
  id: 'data-erased',
  level: 'hazard',
  basis: 'What is deleted or formatted is lost',
  check: (context) =>
    context.fates.flatMap(({ kind, found, planned }) => {
      const note = context.plan.found[found.id];
      if ((kind !== 'erased' && kind !== 'formatted') || !note || HOLDS_NOTHING.includes(note.role))
        return [];
      // A formatted EFI partition has a rule of its own.
      if (kind === 'formatted' && note.role === 'efi') return [];
      const used = usedOf(context, found.id);
      const title = partitionTitle({ label: found.volume?.label, name: found.name, role: note.role });
      return [
        {
          of: found.id,
          title: `Everything on “${title}” is ${kind === 'erased' ? 'deleted' : 'formatted away'}`,
          why: 'It cannot be brought back except from a backup.',
          evidence: [
            fact('size', formatBoth(bytesOfPart(context, found))),
            fact('used', used ? formatBoth(used.bytes) : 'not known'),
          ],
          partitions: [found.id],
          remedies:
            kind === 'erased'
              ? remedy('Keep it as found', undeleteEdit(context, found.id))
              : remedy(
                  'Keep its content',
                  planned && { kind: 'treat', partition: planned.id, treatment: 'keep' },
                ),
        },
      ];
    }),
};

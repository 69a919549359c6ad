import { message } from '../../words/index.js';
import { undeleteEdit } from '../../compose/index.js';
import {
  fatesOf,
  foundUnder,
  insideFatesOf,
  foundTitle,
  partitionTitle,
  usedOf,
  type FoundNote,
  type Planned,
} from '../../plan/index.js';
import type { SurveyPartition } from '../../survey/index.js';
import type { Role } from '../../table/index.js';
import { VOLUME_TRAITS } from '../../volume/index.js';
import { bytesOfPart } from '../context.js';
import { contentGone, insideGone } from '../bites.js';
import { keptInside, remedy } from '../repairs.js';
import { inBytes, valueOf, fact, type Drafted, type Rule } from '../rule.js';

/** Roles of partitions that hold no files, as long as nothing else was read in them. */
const WITHOUT_FILES: readonly Role[] = ['swap', 'reserved', 'bios-boot', 'container'];

/** Whether there is something to lose: by what was read, whatever is said of it. */
function holdsSomething({ volume }: SurveyPartition, { role, owners }: FoundNote): boolean {
  if (volume && VOLUME_TRAITS[volume.kind].holds === 'nothing') return false;
  if (WITHOUT_FILES.includes(role)) return volume !== undefined && volume.kind !== 'unknown';
  // The recovery of a system that stays has a rule of its own, and goes with a system that goes.
  return role !== 'recovery' || owners.length === 0;
}

export const dataErased: Rule = {
  id: 'data-erased',
  level: 'hazard',
  check: (planned) => [...partitionsErased(planned), ...insideErased(planned)],
};

function partitionsErased(planned: Planned): Drafted[] {
  return fatesOf(planned).flatMap(({ kind, found, planned: part }) => {
    const note = planned.plan.found[found.id];
    if ((kind !== 'erased' && kind !== 'formatted') || !note || !holdsSomething(found, note)) return [];
    // A formatted EFI partition has a rule of its own.
    if (kind === 'formatted' && note.role === 'efi') return [];
    const used = usedOf(planned, found.id);
    const title = foundTitle(planned, found);
    return [
      {
        of: found.id,
        says: message('finding.data-erased', {
          volume: title,
          deleted: kind === 'erased',
        }),
        evidence: [
          fact('size', inBytes(bytesOfPart(planned, found))),
          fact('used', used ? inBytes(used.bytes) : valueOf('unknown')),
        ],
        partitions: [found.id],
        from: contentGone(found.id),
        remedies:
          kind === 'erased'
            ? remedy(message('remedy.keep-as-found'), undeleteEdit(planned, found.id))
            : remedy(
                message('remedy.keep-content'),
                part && { kind: 'treat', partition: part.id, treatment: 'keep' },
              ),
      },
    ];
  });
}

function insideErased({ plan, survey }: Planned): Drafted[] {
  return insideFatesOf({ plan, survey })
    .filter(({ kind, found }) => (kind === 'erased' || kind === 'formatted') && found?.fileSystem !== 'swap')
    .map((fate) => {
      const { kind, id, within, found } = fate;
      const used = foundUnder(survey, id)?.read.usedBytes;
      return {
        of: id,
        says: message('finding.data-erased', { volume: found!.name, deleted: kind === 'erased' }),
        evidence: [
          fact('inside', partitionTitle(within)),
          fact('size', inBytes(bytesOfPart({ plan, survey }, found!))),
          fact('used', used === undefined ? valueOf('unknown') : inBytes(used)),
        ],
        partitions: [within.id],
        from: insideGone(within.id, found!.name),
        remedies: keptInside(fate),
      };
    });
}

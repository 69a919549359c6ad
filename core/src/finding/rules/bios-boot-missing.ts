import { BSD_BOOT, hasBiosBoot } from '../../match/index.js';
import type { Edit } from '../../edits/index.js';
import type { Planned } from '../../plan/index.js';
import { KIB, MIB, sectors } from '../../quantity/index.js';
import { fitOf, type System } from '../../system/index.js';
import { message } from '../../words/index.js';
import { bytesOfPart, nameOf, newSystems, partitionsWithRole } from '../context.js';
import { createIn, remedy } from '../repairs.js';
import { inBytes, fact, type Drafted, type Rule } from '../rule.js';

/** A BSD's boot partition is loaded whole below 640 KiB of memory. */
const BSD_MOST_BYTES = 545_000;
const BSD_BYTES = 512 * KIB;

export const biosBootMissing: Rule = {
  id: 'bios-boot-missing',
  level: 'blocker',
  check: (planned) => [
    ...missing(
      planned,
      needing(planned).filter((s) => s.family !== 'bsd'),
    ),
    ...missing(
      planned,
      needing(planned).filter((s) => s.family === 'bsd'),
    ),
    ...tooLarge(planned),
  ],
};

function needing(planned: Planned): System[] {
  const { mode, style } = planned.plan.target;
  return newSystems(planned).filter((s) => fitOf(s, mode, style) === 'needs-bios-boot');
}

function missing(planned: Planned, systems: readonly System[]): Drafted[] {
  const [first] = systems;
  if (!first || hasBiosBoot(planned.plan, first.family)) return [];
  const isBsd = first.family === 'bsd';
  const size = isBsd ? BSD_BYTES : MIB;
  const edit = createIn(planned, { role: 'bios-boot', owners: systems, size });
  return [
    {
      of: isBsd ? 'bsd' : 'disk',
      says: message('finding.bios-boot-missing', { bsd: isBsd }),
      evidence: [fact('mode-and-style', 'BIOS, GPT'), fact('needed', inBytes(size))],
      systems: systems.map((s) => s.id),
      remedies: remedy(
        message('remedy.create', { bytes: size }),
        isBsd ? asBsdBoot(edit, planned.survey.disk.sectorBytes) : edit,
      ),
    },
  ];
}

/** Of its own type, and not rounded up to a whole MiB. */
function asBsdBoot(edit: Edit | undefined, sectorBytes: number): Edit | undefined {
  if (edit?.kind !== 'create') return undefined;
  const length = sectors(BSD_BYTES / sectorBytes);
  return { ...edit, partition: { ...edit.partition, type: BSD_BOOT, length } };
}

function tooLarge(planned: Planned): Drafted[] {
  return partitionsWithRole(planned, 'bios-boot')
    .filter((p) => p.type === BSD_BOOT && bytesOfPart(planned, p) > BSD_MOST_BYTES)
    .map((p) => ({
      of: p.id,
      says: message('finding.bsd-boot-large', { volume: nameOf(p) }),
      evidence: [fact('size', inBytes(bytesOfPart(planned, p))), fact('needed', inBytes(BSD_BYTES))],
      partitions: [p.id],
      systems: [...p.owners],
    }));
}

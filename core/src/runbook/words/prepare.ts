import { usedOf } from '../../plan/index.js';
import { MIB, formatBoth } from '../../quantity/index.js';
import { words, type StepWords } from './step-words.js';
import type { WordContext } from './word-context.js';

export function backup({ plan, survey }: WordContext): StepWords {
  const holding = survey.partitions.filter(
    (p) => !['swap', 'reserved', 'bios-boot'].includes(plan.found[p.id]?.role ?? ''),
  );
  const used = holding.map((p) => usedOf(plan, survey, p.id)?.bytes);
  const known = used.reduce<number>((sum, u) => sum + (u ?? 0), 0);
  const unknown = used.filter((u) => u === undefined).length;
  const amount =
    known > 0
      ? `At least ${formatBoth(known)} is in use${unknown > 0 ? `, and ${unknown} volume${unknown === 1 ? '' : 's'} whose use is not known` : ''}.`
      : 'How much is in use is not known.';
  return words(
    'Back up everything on the disk, to another disk',
    [
      `Copy all files to a disk outside this machine. ${amount}`,
      'Make a recovery medium for the installed system.',
    ],
    ['Three files taken at random open from the backup, on another machine.'],
    { beware: 'A copy on another partition of the same disk is not a backup.' },
  );
}

export function safetyCopy({ survey, device }: WordContext): StepWords {
  const { sizeSectors, sectorBytes } = survey.disk;
  const files = survey.source.kind === 'capture' ? survey.source.files : undefined;
  const skip = Math.floor((sizeSectors * sectorBytes) / MIB) - 1;
  const exact = (sizeSectors * sectorBytes) % MIB === 0;
  return words(
    'Keep a safety copy of the partition table',
    files
      ? [
          `The captured files ${files.map((f) => `“${f}”`).join(' and ')} are such a copy, of ${survey.takenAt.slice(0, 10)}. Keep them on a stick, with this runbook.`,
        ]
      : [
          `Save the first and the last MiB of the disk to a stick. In a Linux: dd if=/dev/${device} of=head.bin bs=1M count=1`,
          exact
            ? `and: dd if=/dev/${device} of=tail.bin bs=1M skip=${skip}`
            : `and: dd if=/dev/${device} of=tail.bin bs=512 skip=${(sizeSectors * sectorBytes) / 512 - 2048}`,
        ],
    ['Both files have 1 048 576 bytes, and are not on this disk.'],
    { beware: 'It brings back the table, not the data: it is no backup.' },
  );
}

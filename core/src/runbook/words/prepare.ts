import { usedOf } from '../../plan/index.js';
import { MIB, formatBoth } from '../../quantity/index.js';
import { words, type StepWords } from './step-words.js';
import type { WordContext } from './word-context.js';

export function backup({ plan, survey }: WordContext): StepWords {
  const holding = survey.partitions.filter(
    (p) => !['swap', 'reserved', 'bios-boot'].includes(plan.found[p.id]?.role ?? ''),
  );
  const used = holding.map((p) => usedOf({ plan, survey }, p.id)?.bytes);
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

const SAFETY_BEWARE = { beware: 'It brings back the table, not the data: it is no backup.' };

export function safetyCopy(context: WordContext): StepWords {
  const { survey } = context;
  const title = 'Keep a safety copy of the partition table';
  const day = survey.takenAt.slice(0, 10);
  const ends =
    survey.source.kind === 'capture' && survey.source.files?.length === 2 ? survey.source.files : undefined;
  if (ends && survey.disk.style !== 'mbr')
    return words(
      title,
      [
        `The captured files ${ends.map((f) => `“${f}”`).join(' and ')} are such a copy, of ${day}. Keep them on a stick, with this runbook.`,
      ],
      ['Both files have 1 048 576 bytes, and are not on this disk.'],
      SAFETY_BEWARE,
    );
  if (survey.safetyCopy !== undefined)
    return words(
      title,
      [
        `The sectors of the table were kept when the disk was read, on ${day}: press Safety copy under As found, and put the file on a stick, with this runbook.`,
        'If the disk was changed since, read it again first.',
      ],
      ['The page READ-ME-FIRST in it opens on another machine, and names this disk’s size and id.'],
      SAFETY_BEWARE,
    );
  return words(
    title,
    fromTheDisk(context),
    ['Both files have 1 048 576 bytes, and are not on this disk.'],
    SAFETY_BEWARE,
  );
}

function fromTheDisk({ survey, device }: WordContext): string[] {
  const { sizeSectors, sectorBytes } = survey.disk;
  const size = sizeSectors * sectorBytes;
  const tail =
    size % MIB === 0 ? `bs=1M skip=${Math.floor(size / MIB) - 1}` : `bs=512 skip=${size / 512 - 2048}`;
  return [
    `Save the first and the last MiB of the disk to a stick. In a Linux: dd if=/dev/${device} of=head.bin bs=1M count=1`,
    `and: dd if=/dev/${device} of=tail.bin ${tail}`,
  ];
}

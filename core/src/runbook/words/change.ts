import { surveyedPartition } from '../../survey/index.js';
import { endOf, floorOf, partitionTitle, type Layer } from '../../plan/index.js';
import { MIB, formatBinary, formatBoth } from '../../quantity/index.js';
import { partitionDevice, typeOf } from '../../recognition/index.js';
import type { Step } from '../../sequence/index.js';
import { typeName } from '../../table/index.js';
import { VOLUME_TRAITS, volumeName } from '../../volume/index.js';
import { words, type StepWords } from './step-words.js';
import { partitionLine, partitionName, planned, sizeOf, type WordContext } from './word-context.js';

export function shrink(context: WordContext, step: Step): StepWords {
  const p = planned(context, step);
  const own = step.environment.kind === 'running';
  const floor = floorOf(context, p);
  const cut = step.before!.length - step.after!.length;
  const { sectorBytes } = context.survey.disk;
  return words(
    `Shrink ${partitionName(context, step)} to ${sizeOf(context, step.after!)}`,
    own
      ? [
          `In the disk tool of the system that owns it, shrink “${partitionTitle(p)}”: ${sizeOf(context, step.before!)} now, ${placeInWords(context, step)}.`,
          `It asks for the amount to take away: ${Math.ceil((cut * sectorBytes) / MIB)} MiB (it may write MB for it).`,
        ]
      : [
          `Shrink the file system first, then the partition to ${sizeOf(context, step.after!)}; a tool that does both does it in this order.`,
        ],
    [
      `The volume is shown with ${sizeOf(context, step.after!)}, and ${formatBinary(cut * sectorBytes)} of unallocated space follows it.`,
      ...(floor && floor.evidence !== 'no-content'
        ? [`It was not asked to go below ${formatBoth(floor.bytes)}.`]
        : []),
    ],
    {
      beware: own
        ? 'If it offers less than this, stop: something that cannot be moved lies in the way. Enter the limit it tells under As found, and plan again.'
        : 'Never the partition before the file system: that cuts data off.',
      exposure: exposureInWords(context, step),
    },
  );
}

/** Windows and macOS count in disk order and do not know Linux names. */
function placeInWords({ survey }: WordContext, step: Step): string {
  const at = survey.partitions.findIndex((p) => p.id === step.found);
  return `number ${at + 1} of ${survey.partitions.length} in the order on the disk`;
}

export function move(context: WordContext, step: Step): StepWords {
  const { copy } = step;
  const aside = step.kind === 'move-aside';
  const again = step.before!.start !== surveyedPartition(context.survey, step.found)!.start;
  return words(
    `Move ${partitionName(context, step)}${aside ? ' aside' : again ? ' to its place' : ''}`,
    [
      `Move the start of ${partitionLine(context, step)} from sector ${step.before!.start} to sector ${step.after!.start}.`,
      ...(aside ? ['It waits there until its own place is free.'] : []),
      'Do not interrupt it.',
    ],
    ['A check of the volume reports no errors, and its files are there.'],
    {
      beware: `The volume must not be mounted. Mains power, and no sleep.${
        copy && step.exposure
          ? ` Copied by hand, it goes ${copy.direction === 'forward' ? 'from its first sector on' : 'from its last sector backwards'}.`
          : ''
      }`,
      exposure: exposureInWords(context, step),
    },
  );
}

/** What is lost if power fails while the step runs, and from when on; `undefined` where nothing is. */
export function exposureInWords(
  { survey, plan }: WordContext,
  { exposure, kind, bytes }: Step,
): string | undefined {
  if (!exposure) return undefined;
  const { sectorBytes } = survey.disk;
  const names = exposure.what.map((id) => {
    const p = surveyedPartition(survey, id)!;
    return `“${partitionTitle({ label: p.volume?.label, name: p.name, role: plan.found[id]?.role ?? 'other' })}”`;
  });
  const what = names.join(' and ');
  if (kind === 'shrink' || kind === 'grow')
    return `If power fails now, ${what} may need repair, or its backup.`;
  const from = exposure.when.from * sectorBytes;
  const held = bytes ? `: ${formatBoth(bytes.least)} to ${formatBoth(bytes.most)}` : '';
  return `If power fails once ${formatBinary(from)} are copied, and before it is done, all of ${what} is lost${held}. Until then its old place is whole.`;
}

const LAYER_WORDS: Readonly<Record<Exclude<Layer, 'none'>, string>> = {
  luks: 'It is made as an encrypted container first, and the file system inside it. Without the passphrase, or a copy of the container’s header, everything in it is gone: keep both away from the machine.',
  lvm: 'It is made a volume group first, and the file system on a volume of it. Planners and tools that do not know volume groups see one block of unknown content.',
  'luks-lvm':
    'It is made as an encrypted container first, a volume group inside it, and the file system on a volume of that. Keep the passphrase and a copy of the container’s header away from the machine.',
};

export function create(context: WordContext, step: Step): StepWords {
  const p = planned(context, step);
  const { sectorBytes } = context.survey.disk;
  const position = context.sheet.find((row) => row.id === p.id);
  const isMarked = VOLUME_TRAITS[p.fileSystem].shrink === 'recreate' && p.fileSystem === 'none';
  return words(
    `Create ${partitionName(context, step)}, ${sizeOf(context, p)}`,
    [
      `In the gap after ${position?.before ?? 'the start of the disk'}: start at ${(p.start * sectorBytes) / MIB} MiB (sector ${p.start}), size ${formatBinary(p.length * sectorBytes)} (last sector ${endOf(p) - 1}).`,
      `Type: ${typeName(typeOf(context, p))}${p.name ? `. Partition name: ${p.name}` : ''}.`,
      p.placeholder && step.environment.kind === 'running'
        ? `Any file system will do: it holds the place, and the installer formats it later.${p.label ? ` Label it ${p.label}, so that it is found there.` : ''}`
        : isMarked
          ? 'No file system.'
          : `${p.fileSystem === 'swap' ? 'Make it swap' : `Format as ${volumeName(p.fileSystem)}${p.role === 'efi' ? '32' : ''}`}${p.label ? `, label ${p.label}` : ''}.`,
    ],
    [
      `It is listed as ${partitionDevice(context.device, context.numbers.get(p.id)!)}; the partitions beside it are unchanged.`,
    ],
    p.layer && p.layer !== 'none'
      ? { beware: LAYER_WORDS[p.layer] }
      : p.role === 'efi'
        ? {
            beware:
              'Set the type as well as the file system: a FAT volume of another type is not started from.',
          }
        : {},
  );
}

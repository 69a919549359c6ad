import { surveyedPartition } from '../../survey/index.js';
import { isActive, partitionTitle } from '../../plan/index.js';
import { partitionDevice, typeOf } from '../../recognition/index.js';
import type { Step } from '../../sequence/index.js';
import { typeName } from '../../table/index.js';
import { words, type StepWords } from './step-words.js';
import { diskLine, partitionName, sizeOf, systemName, type WordContext } from './word-context.js';

export function convertTable(context: WordContext): StepWords {
  const style = context.plan.target.style.toUpperCase();
  return words(
    `Convert the table of ${context.device} to ${style} in place`,
    [
      diskLine(context),
      `Have a tool list the same partitions in a ${style} table, each with its start and its size unchanged.`,
      'Write down what it says it will write, and compare it with the sheet before it writes.',
    ],
    [
      `The disk is listed as ${style}, and every partition has the start and the size it had.`,
      'A file can be read from every kept volume.',
    ],
    {
      beware:
        'A tool that offers to write a new, empty table is the wrong one. No system on this disk starts from here on until its start files are made anew.',
    },
  );
}

export function redoStart(context: WordContext, step: Step): StepWords {
  const uefi = context.plan.target.mode === 'uefi';
  return words(
    `Make ${systemName(context, step)} start again`,
    [
      `Start the repair tools of its own medium in ${uefi ? 'UEFI' : 'BIOS'} mode.`,
      uefi
        ? 'Have its start files written to the EFI system partition, and an entry made for it.'
        : 'Have its loader written to the disk’s first sector and its start partition marked active.',
    ],
    ['It starts from cold, and its volumes are all there.'],
    { beware: 'Repair its start only. Do not let it reset or reinstall anything.' },
  );
}

export function removeStart(context: WordContext, step: Step): StepWords {
  const name = systemName(context, step);
  return words(
    `Take ${name} out of what starts the machine`,
    [
      ...(context.plan.target.mode === 'uefi'
        ? [
            `Delete the directory of ${name} from the EFI system partition, and no other.`,
            'Delete its entry from the firmware’s list.',
          ]
        : [`Have the remaining chooser look for systems again, so that it no longer lists ${name}.`]),
      'Make another system the default.',
    ],
    ['It is no longer offered when the machine is started, and the others are.'],
    { beware: 'The fallback loader (\\EFI\\BOOT) may belong to a system that stays.' },
  );
}

const CONTAINER_TITLES: Readonly<Partial<Record<Step['kind'], string>>> = {
  'create-container': 'Create the extended container',
  'grow-container': 'Grow the extended container',
  'shrink-container': 'Shrink the extended container',
  'delete-container': 'Delete the extended container',
};

export function container(context: WordContext, step: Step): StepWords {
  const title = CONTAINER_TITLES[step.kind] ?? 'Change the extended container';
  if (!step.after)
    return words(
      title,
      ['It holds no partition any more; delete it.'],
      ['Only the container is gone; every primary is unchanged.'],
      { beware: 'Everything that is still in it would go with it.' },
    );
  const end = step.after.start + step.after.length - 1;
  return words(
    `${title}: ${sizeOf(context, step.after)}`,
    [`From sector ${step.after.start} to sector ${end}.`],
    ['Every logical partition in it is listed as before, with its start and its size.'],
    { beware: 'It is listed like a partition, but it only holds others. It is never formatted.' },
  );
}

export function relist(context: WordContext, step: Step): StepWords {
  const { plan, survey, numbers, device } = context;
  const changed = plan.partitions.filter((p) => {
    const found = surveyedPartition(survey, p.from);
    return found && p.logical !== undefined && p.logical !== (found.logical ?? false);
  });
  return words(
    'List partitions in another way, what they hold unchanged',
    [
      ...(step.after
        ? [`The extended container: from sector ${step.after.start}, ${sizeOf(context, step.after)}.`]
        : ['Without an extended container.']),
      ...changed.map(
        (p) =>
          `“${partitionTitle(p)}” as a ${p.logical ? 'logical' : 'primary'}: from sector ${p.start}, ${sizeOf(context, p)}, then ${partitionDevice(device, numbers.get(p.id)!)}.`,
      ),
    ],
    ['Each has the start and the size it had, and a file can be read from it.'],
    { beware: 'Only the list changes. Nothing is formatted, and no start moves by a single sector.' },
  );
}

export function setActive({ plan, survey, numbers, device }: WordContext): StepWords {
  const marked = plan.partitions.filter((p) => isActive({ plan, survey }, p));
  return words(
    marked.length === 1 ? `Mark “${partitionTitle(marked[0]!)}” active` : 'Take the active mark away',
    [
      ...marked.map((p) => `Set the active mark of ${partitionDevice(device, numbers.get(p.id)!)}.`),
      'Take it away from every other partition.',
    ],
    ['Exactly the partitions named here carry the mark.'],
  );
}

export function setLabel(context: WordContext, step: Step): StepWords {
  const planned = context.plan.partitions.find((p) => p.id === step.partition)!;
  return words(
    planned.label === ''
      ? `Take the label of ${partitionName(context, step)} away`
      : `Label it “${planned.label}”`,
    [
      `Set the volume label of ${partitionDevice(context.device, context.numbers.get(planned.id)!)}, ${sizeOf(context, planned)}.`,
    ],
    ['It is listed with the new label; its files are there.'],
    { beware: 'Mount tables that name the old label must be changed too.' },
  );
}

export function setType(context: WordContext, step: Step): StepWords {
  const planned = context.plan.partitions.find((p) => p.id === step.partition)!;
  const type = typeOf(context, planned);
  return words(
    `Set the type of ${partitionName(context, step)} to ${typeName(type)}`,
    [
      `Of ${partitionDevice(context.device, context.numbers.get(planned.id)!)}, ${sizeOf(context, planned)}: type ${typeName(type)} (${type}).`,
    ],
    ['It is listed with the new type; what it holds is unchanged.'],
  );
}

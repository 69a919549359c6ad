import { ROLE_NAMES, partitionOf, systemOf } from '../../plan/index.js';
import { formatBoth } from '../../quantity/index.js';
import type { Step } from '../../sequence/index.js';
import type { System } from '../../system/index.js';
import { words, type StepWords } from './step-words.js';
import { diskLine, type WordContext } from './word-context.js';

export function install(context: WordContext, step: Step): StepWords {
  const { plan, sheet } = context;
  const system = systemOf(plan, step.system!)!;
  if (system.ownSetup) return installOwnSetup(context, system);
  const rows = sheet.filter(
    (row) => row.kind === 'partition' && partitionOf(plan, row.id)?.owners.includes(system.id),
  );
  const lines = rows.map((row) => {
    const p = partitionOf(plan, row.id)!;
    const treatment = p.treatment === 'keep' || p.owners.length > 1 ? 'do NOT format' : 'format';
    const place = p.mountPoint
      ? `mount at ${p.mountPoint}`
      : p.role === 'swap'
        ? 'use as swap'
        : ROLE_NAMES[p.role];
    return `${row.device}, ${row.binary} (${row.decimal}), ${row.content}: ${place}; ${treatment}.`;
  });
  const efi = rows.find((row) => partitionOf(plan, row.id)?.role === 'efi');
  const loader =
    plan.target.mode === 'uefi'
      ? `Loader: into the EFI system partition ${efi ? efi.device : '(none planned)'}.`
      : `Loader: to the disk itself, ${context.device}, not to a partition.`;
  return words(
    `Install ${system.name}`,
    [diskLine(context), 'Choose to partition by hand, and give each line its use:', ...lines, loader],
    [
      'The installer’s summary formats only the lines that say so here.',
      'No line of another system is listed for a change.',
    ],
    {
      beware:
        'The wrong line is the costliest mistake. Compare size, place and label with the recognition sheet; never take “use the whole disk”.',
    },
  );
}

/** A setup that makes its own partitions is given a placeholder to format, or the largest free space. */
function installOwnSetup(context: WordContext, system: System): StepWords {
  return words(
    `Install ${system.name}`,
    [diskLine(context), roomForSetup(context, system)],
    ['Every partition of the recognition sheet is still listed before you press on.'],
    { beware: 'Do not delete or format any other line in its list.' },
  );
}

function roomForSetup({ plan, sheet }: WordContext, system: System): string {
  const placeholder = sheet.find((row) => {
    const p = row.kind === 'partition' ? partitionOf(plan, row.id) : undefined;
    return p?.role === 'system' && p.treatment === 'format' && p.owners.includes(system.id);
  });
  if (placeholder)
    return `Choose the custom way, and the line of ${placeholder.binary} (${placeholder.decimal}), number ${placeholder.order} in the order on the disk, after ${placeholder.before}. Its setup formats it.`;
  const gaps = sheet.filter((row) => row.kind === 'gap');
  if (gaps.length === 0)
    return `There is no free space for it: at least ${formatBoth(system.leastBytes)} is needed in one piece.`;
  const largest = gaps.reduce((a, b) => (b.sizeBytes > a.sizeBytes ? b : a));
  return `Choose the custom way, and give its setup the unallocated space of ${largest.binary} (${largest.decimal}) after ${largest.before}. It makes its own partitions there.`;
}

import { modeName } from '../machine/index.js';
import {
  endOf,
  floorOf,
  partitionOf,
  partitionTitle,
  ROLE_NAMES,
  systemOf,
  usedOf,
  type Plan,
  type PlannedPartition,
} from '../plan/index.js';
import { formatBinary, formatBoth, MIB } from '../quantity/index.js';
import {
  deviceIsAssumed,
  deviceName,
  partitionDevice,
  partitionNumbers,
  recognitionSheet,
  typeOf,
  type RecognitionRow,
} from '../recognition/index.js';
import type { Environment, Step } from '../sequence/index.js';
import type { Survey } from '../survey/index.js';
import type { System } from '../system/index.js';
import { damageInWords, typeName } from '../table/index.js';
import { VOLUME_TRAITS, volumeName } from '../volume/index.js';

/** What a step says to the person who carries it out. Plain text, one sentence an item. */
export interface StepWords {
  readonly title: string;
  /** What to do. */
  readonly actions: readonly string[];
  /** What must be true before going on. */
  readonly checks: readonly string[];
  /** The mistake that is made here. */
  readonly beware: string | null;
  /** What is lost if power fails while it runs. */
  readonly exposure: string | null;
}

/** What the words are made from; worked out once for all steps. */
export interface WordContext {
  readonly plan: Plan;
  readonly survey: Survey;
  readonly device: string;
  readonly numbers: ReadonlyMap<string, number>;
  readonly sheet: readonly RecognitionRow[];
}

export function wordContext(plan: Plan, survey: Survey): WordContext {
  return {
    plan,
    survey,
    device: deviceName(plan.machine),
    numbers: partitionNumbers(plan, survey),
    sheet: recognitionSheet(plan, survey),
  };
}

export function environmentTitle(environment: Environment, plan: Plan): string {
  const name =
    'system' in environment && environment.system ? systemOf(plan, environment.system)?.name : undefined;
  switch (environment.kind) {
    case 'running':
      return name ? `In ${name}, as it runs now` : 'Before you start, on any machine';
    case 'firmware':
      return 'In the firmware’s setup';
    case 'live':
      return 'In a live session';
    case 'installer':
      return `In the installer of ${name ?? 'the system'}`;
    case 'first-start':
      return `${name ?? 'The system'}, started from cold`;
  }
}

export function environmentNote(environment: Environment, plan: Plan, restart: boolean): string {
  const { mode } = plan.target;
  switch (environment.kind) {
    case 'running':
      return 'Nothing is installed yet. Keep the mains adapter plugged in from here to the end.';
    case 'firmware':
      return 'Restart, and press the key the machine shows for its setup.';
    case 'live':
      return `Restart from the installer medium in ${modeName(mode)} mode${mode === 'uefi' ? ' (the entry marked UEFI in the start menu)' : ' (the entry not marked UEFI)'} and choose to try, not to install.`;
    case 'installer':
      if (!restart)
        return 'Start the installer from the same live session, and choose to partition by hand. Never choose to use or erase the whole disk.';
      return `Start its medium in ${modeName(mode)} mode, and choose to partition by hand. Never choose to use or erase the whole disk.`;
    case 'first-start':
      return 'Shut down, wait, and switch on again without the medium.';
  }
}

const words = (
  title: string,
  actions: readonly string[],
  checks: readonly string[],
  more: { beware?: string; exposure?: string } = {},
): StepWords => ({ title, actions, checks, beware: more.beware ?? null, exposure: more.exposure ?? null });

/** The words for one step of this plan. */
export function stepWords(step: Step, context: WordContext): StepWords {
  switch (step.kind) {
    case 'backup':
      return backup(context);
    case 'safety-copy':
      return safetyCopy(context);
    case 'prepare-medium':
      return words(
        `Make the installer medium of ${systemName(context, step)}`,
        [
          'Fetch it from its maker, and compare its checksum with the published one.',
          'Write it to a stick of its own.',
        ],
        [
          context.plan.target.mode === 'uefi'
            ? 'The start menu of this machine lists the stick with an entry marked UEFI.'
            : 'The start menu of this machine lists the stick with an entry not marked UEFI.',
        ],
        {
          beware: 'Everything on the stick is lost; make sure that the target is the stick, and not a disk.',
        },
      );
    case 'recovery-key':
      return words(
        `Write down the recovery key of ${foundName(context, step)}`,
        [
          'Show the recovery key of the encrypted volume in its own system, and write it on paper.',
          'Keep the paper away from the machine.',
        ],
        ['The key’s identifier on the paper is the one the system shows.'],
        {
          beware:
            'A key that is stored only on this disk, or in an account you cannot reach from another machine, does not help.',
        },
      );
    case 'unhibernate':
      return words(
        `Turn off fast startup and hibernation in ${systemName(context, step)}`,
        [
          'Turn off fast startup in the power options.',
          'Turn off hibernation.',
          'Shut down fully once, and start again.',
        ],
        ['The power options no longer offer hibernation or fast startup.'],
        {
          beware:
            'With either on, its volumes stay in use after shutdown, and another system that writes to them destroys files.',
        },
      );
    case 'suspend-protection':
      return words(
        `Suspend the encryption’s protection on ${foundName(context, step)}`,
        [
          'Suspend protection (not: decrypt) in the system that encrypted the volume. Suspend it until it is resumed, not for one restart only.',
        ],
        ['The volume is shown as encrypted, with protection suspended.'],
        {
          beware:
            'Changes of the table or the firmware with protection active make it ask for the recovery key at the next start.',
        },
      );
    case 'check-volume':
      return words(
        `Check ${partitionName(context, step)} for errors`,
        [
          `Check the ${contentName(context, step)} volume with its own system’s tool, and let it repair what it finds.`,
        ],
        ['A second check reports no errors.'],
        { beware: 'A volume with errors may be damaged further when it is shrunk.' },
      );
    case 'shrink':
      return shrink(context, step);
    case 'verify-start':
      return words(
        `Restart ${systemName(context, step)} and see that it is sound`,
        ['Restart it once, and log in.', 'Open a few files of each user.'],
        [
          'It starts without asking for repair, and shows the new size of its volume.',
          'Its own volumes are all there.',
        ],
        { beware: 'Do not go on from a system that does not start: restore first.' },
      );
    case 'firmware-mode':
      return words(
        `Switch the firmware to ${modeName(context.plan.target.mode)} mode`,
        [
          context.plan.target.mode === 'uefi'
            ? 'Turn legacy support off, or set the start mode to UEFI only.'
            : 'Turn legacy support on, and set the start mode to legacy or BIOS.',
          'Note the old setting on paper.',
        ],
        [`The start menu lists the medium in ${modeName(context.plan.target.mode)} mode.`],
        { beware: 'A system installed for the other mode does not start until this is set back.' },
      );
    case 'secure-boot-off':
      return words(
        'Turn Secure Boot off',
        ['Set Secure Boot to disabled, and save.'],
        ['The firmware’s summary shows Secure Boot as disabled.'],
        {
          beware:
            'Do not clear or reset the keys. An encrypted volume may ask for its recovery key at its next start.',
        },
      );
    case 'new-table':
      return words(
        `Write a new ${context.plan.target.style.toUpperCase()} partition table on ${context.device}`,
        [diskLine(context), `Write an empty ${context.plan.target.style.toUpperCase()} table.`],
        ['The disk is listed with this style and without any partition.'],
        {
          beware:
            'This loses everything on the disk it is written to. Compare the size and model of the disk first.',
        },
      );
    case 'repair-table':
      return words(
        'Repair the partition table',
        [
          ...context.survey.damage.map((d) => damageInWords(d, context.survey.disk.sectorBytes)),
          'Have a partition tool write the sound copy over the damaged one; it changes no partition’s content.',
        ],
        ['A check of the table reports both copies as valid.'],
      );
    case 'delete':
      return words(
        `Delete ${foundName(context, step)}`,
        [`Delete ${foundLine(context, step)}.`],
        ['Only this partition is gone, and the gap has its size.'],
        {
          beware: 'Its content is lost. Compare number, size and label with the line above before pressing.',
        },
      );
    case 'move':
      return move(context, step);
    case 'grow':
      return words(
        `Grow ${partitionName(context, step)} to ${sizeOf(context, step.after!)}`,
        ['Grow the partition, then the file system on it.'],
        [`It is shown with ${sizeOf(context, step.after!)}, and a check reports no errors.`],
      );
    case 'create':
      return create(context, step);
    case 'format':
      return words(
        `Format ${partitionName(context, step)}`,
        [`Format ${partitionLine(context, step)} as ${contentName(context, step)}.`],
        ['It is empty, and has its label.'],
        { beware: 'Its old content is lost. No other line may be marked for formatting.' },
      );
    case 'install':
      return install(context, step);
    case 'start-order':
      return words(
        'Set the start order',
        [
          `Put the loader that lists all systems first: usually ${context.plan.systems.findLast((s) => s.origin === 'new' && s.family !== 'windows')?.name ?? 'the newest'}.`,
          'Leave the other entries in the list.',
        ],
        ['The start menu of the firmware lists every system.'],
        {
          beware: 'A large update of Windows may put it first again; then repeat this step. Nothing is lost.',
        },
      );
    case 'first-start':
      return firstStart(context, step);
    case 'resume-protection':
      return words(
        `Resume the encryption’s protection on ${foundName(context, step)}`,
        ['Resume protection in the system that owns the volume.', 'Restart once.'],
        ['It starts without asking for the recovery key.'],
      );
    case 'verify-disk':
      return words(
        'Read the disk again and compare',
        [
          'List the disk once more: lsblk -o NAME,SIZE,PARTLABEL,FSTYPE,LABEL in a Linux, or the disk tool of the system.',
          'Compare every line with the recognition sheet: start to end, size, label.',
        ],
        ['Each partition of the sheet is there with its size; no other has changed.'],
      );
  }
}

function systemName({ plan }: WordContext, step: Step): string {
  return (step.system && systemOf(plan, step.system)?.name) || 'the system';
}

function planned({ plan }: WordContext, step: Step): PlannedPartition {
  return partitionOf(plan, step.partition!)!;
}

function partitionName(context: WordContext, step: Step): string {
  return `“${partitionTitle(planned(context, step))}”`;
}

function contentName(context: WordContext, step: Step): string {
  return volumeName(planned(context, step).fileSystem);
}

function foundName({ plan, survey }: WordContext, step: Step): string {
  const p = survey.partitions.find((q) => q.id === step.found)!;
  return `“${partitionTitle({ label: p.volume?.label, name: p.name, role: plan.found[p.id]?.role ?? 'other' })}”`;
}

function sizeOf({ survey }: WordContext, span: { readonly length: number }): string {
  return formatBoth(span.length * survey.disk.sectorBytes);
}

function foundLine(context: WordContext, step: Step): string {
  const p = context.survey.partitions.find((q) => q.id === step.found)!;
  return `${partitionDevice(context.device, p.number)}, ${sizeOf(context, p)}, ${foundName(context, step)}`;
}

function partitionLine(context: WordContext, step: Step): string {
  const p = planned(context, step);
  return `${partitionDevice(context.device, context.numbers.get(p.id)!)}, ${sizeOf(context, p)}, “${partitionTitle(p)}”`;
}

function diskLine({ device, plan, survey }: WordContext): string {
  const size = formatBoth(survey.disk.sizeSectors * survey.disk.sectorBytes);
  return deviceIsAssumed(plan.machine)
    ? `The disk is the one of ${size}; a Linux usually calls it ${device}. Make sure by its size.`
    : `The disk is ${device}, ${size}. Make sure by its size.`;
}

function backup({ plan, survey }: WordContext): StepWords {
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

function safetyCopy({ survey, device }: WordContext): StepWords {
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

function shrink(context: WordContext, step: Step): StepWords {
  const p = planned(context, step);
  const own = step.environment.kind === 'running';
  const floor = floorOf(context.plan, context.survey, p);
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
      exposure: `If power fails now, “${partitionTitle(p)}” may need repair, or its backup.`,
    },
  );
}

/** Windows and macOS count in disk order and do not know Linux names. */
function placeInWords({ survey }: WordContext, step: Step): string {
  const at = survey.partitions.findIndex((p) => p.id === step.found);
  return `number ${at + 1} of ${survey.partitions.length} in the order on the disk`;
}

function move(context: WordContext, step: Step): StepWords {
  const p = planned(context, step);
  return words(
    `Move ${partitionName(context, step)}`,
    [
      `Move the start of ${partitionLine(context, step)} from sector ${step.before!.start} to sector ${step.after!.start}.`,
      'Do not interrupt it.',
    ],
    ['A check of the volume reports no errors, and its files are there.'],
    {
      beware: 'The volume must not be mounted. Mains power, and no sleep.',
      exposure: `If power fails while it runs, all of “${partitionTitle(p)}” is lost: ${formatBoth(step.bytes!.least)} to ${formatBoth(step.bytes!.most)}.`,
    },
  );
}

function create(context: WordContext, step: Step): StepWords {
  const p = planned(context, step);
  const { sectorBytes } = context.survey.disk;
  const position = context.sheet.find((row) => row.id === p.id);
  const isMarked = VOLUME_TRAITS[p.fileSystem].shrink === 'recreate' && p.fileSystem === 'none';
  return words(
    `Create ${partitionName(context, step)}, ${sizeOf(context, p)}`,
    [
      `In the gap after ${position?.before ?? 'the start of the disk'}: start at ${(p.start * sectorBytes) / MIB} MiB (sector ${p.start}), size ${formatBinary(p.length * sectorBytes)} (last sector ${endOf(p) - 1}).`,
      `Type: ${typeName(typeOf(context.plan, context.survey, p))}${p.name ? `. Partition name: ${p.name}` : ''}.`,
      isMarked
        ? 'No file system.'
        : `${p.fileSystem === 'swap' ? 'Make it swap' : `Format as ${volumeName(p.fileSystem)}${p.role === 'efi' ? '32' : ''}`}${p.label ? `, label ${p.label}` : ''}.`,
    ],
    [
      `It is listed as ${partitionDevice(context.device, context.numbers.get(p.id)!)}; the partitions beside it are unchanged.`,
    ],
    p.role === 'efi'
      ? {
          beware:
            'Set the type as well as the file system: a FAT volume of another type is not started from.',
        }
      : {},
  );
}

function install(context: WordContext, step: Step): StepWords {
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

function firstStart(context: WordContext, step: Step): StepWords {
  const system = systemOf(context.plan, step.system!)!;
  const several = context.plan.systems.length > 1;
  return words(
    `Start ${system.name} from cold`,
    [
      `Choose ${system.name} in the start menu, and log in.`,
      ...clockSetting(system),
      'Shut it down properly, and start it once more.',
    ],
    [
      'It starts twice without asking for repair.',
      ...(system.origin === 'found' ? ['Its files are all there.'] : []),
      ...(several
        ? [`Its clock is right (it reads the machine’s clock as ${clockName(system.clock)}).`]
        : []),
    ],
    { beware: 'Start it again after its first large update: that is when start entries change.' },
  );
}

const clockName = (clock: System['clock']) => (clock === 'utc' ? 'UTC' : 'local time');

/** What is planned otherwise than the family's default has to be set by hand. */
function clockSetting({ family, clock }: System): string[] {
  const usual = family === 'windows' ? 'local' : 'utc';
  return clock === usual
    ? []
    : [
        `Set it to read the machine’s clock as ${clockName(clock)}; by default it takes it for ${clockName(usual)}.`,
      ];
}

import { canRun, modeName, type FirmwareMode } from '../machine/index.js';
import { type Planned, MBR_SLOTS, type Plan } from '../plan/index.js';
import { formatBoth } from '../quantity/index.js';
import type { Survey } from '../survey/index.js';
import { fitOf } from '../system/index.js';
import type { TableStyle } from '../table/index.js';
import { installedMode, mbrReachBytes, styleName, verdictsOf } from './match.js';

export interface Condition {
  readonly text: string;
  readonly met: boolean | 'unknown';
}

/** A way from here to a state that every system accepts. Lower `loss`: less is lost. */
export interface Way {
  readonly id: 'firmware-mode' | 'medium-start' | 'convert-table' | 'new-table';
  readonly loss: 0 | 1 | 2;
  readonly title: string;
  readonly keeps: string;
  readonly loses: string;
  readonly conditions: readonly Condition[];
  readonly mode: FirmwareMode;
  readonly style: TableStyle;
}

const GPT_HEAD_SECTORS = 34;
const GPT_TAIL_SECTORS = 33;
const SMALLEST_EFI_BYTES = 260 * 1024 * 1024;

/** The ways out of a mismatch, least loss first. Empty where everything fits. */
export function waysOut(plan: Plan, survey: Survey | undefined): Way[] {
  const verdicts = verdictsOf(plan);
  if (verdicts.every((v) => v.level === 'fits' || v.level === 'condition')) return [];
  const { mode, style } = plan.target;
  const other: FirmwareMode = mode === 'uefi' ? 'bios' : 'uefi';
  const accepted = (m: FirmwareMode, s: TableStyle) =>
    plan.systems.every((system) => ['yes', 'needs-bios-boot'].includes(fitOf(system, m, s)));
  const ways: Way[] = [];
  if (accepted(mode, style)) ways.push(...mediumWay(plan));
  if (accepted(other, style) && canRun(plan.machine, other)) ways.push(modeWay(plan, other));
  if (style === 'mbr' && accepted('uefi', 'gpt') && canRun(plan.machine, 'uefi') && survey)
    ways.push(convertWay({ plan, survey }));
  if (
    style === 'gpt' &&
    accepted('bios', 'mbr') &&
    canRun(plan.machine, 'bios') &&
    survey?.disk.style === 'gpt'
  )
    ways.push(convertToMbrWay({ plan, survey }));
  for (const m of [mode, other])
    for (const s of ['gpt', 'mbr'] as const)
      if (s !== style && accepted(m, s) && canRun(plan.machine, m)) ways.push(newTableWay(m, s, survey));
  return ways.sort((a, b) => a.loss - b.loss);
}

function mediumWay(plan: Plan): Way[] {
  const { mode, style } = plan.target;
  const start = plan.machine.mediumStart;
  if (start === 'unknown' || start === mode || !canRun(plan.machine, mode)) return [];
  return [
    {
      id: 'medium-start',
      loss: 0,
      title: `Start the installer medium in ${modeName(mode)} mode`,
      keeps: 'Everything on the disk.',
      loses: 'Nothing.',
      conditions: [
        {
          text: `The firmware’s start menu often lists the same stick twice: choose the entry ${mode === 'uefi' ? 'marked UEFI' : 'not marked UEFI'}.`,
          met: 'unknown',
        },
      ],
      mode,
      style,
    },
  ];
}

function modeWay(plan: Plan, mode: FirmwareMode): Way {
  const stranded = plan.systems.filter((s) => !['unknown', mode].includes(installedMode(plan, s)));
  return {
    id: 'firmware-mode',
    loss: 0,
    title: `Switch the firmware to ${modeName(mode)} mode`,
    keeps: 'Everything on the disk.',
    loses:
      stranded.length > 0
        ? `${stranded.map((s) => s.name).join(' and ')}, installed for ${modeName(mode === 'uefi' ? 'bios' : 'uefi')}, will no longer start until its start files are made anew.`
        : 'Nothing.',
    conditions: [
      {
        text:
          plan.machine.firmware === 'unknown'
            ? `The firmware has a ${modeName(mode)} mode. Not known yet: enter it under Machine.`
            : `The firmware has a ${modeName(mode)} mode.`,
        met: plan.machine.firmware === 'unknown' ? 'unknown' : true,
      },
      {
        text: `The installer medium is then started in ${modeName(mode)} mode too.`,
        met: plan.machine.mediumStart === mode ? true : 'unknown',
      },
    ],
    mode,
    style: plan.target.style,
  };
}

/** MBR to GPT in place: what UEFI 2.10 §5.3.1 needs at both ends, and what starting needs. */
function convertWay(planned: Planned): Way {
  const { plan, survey } = planned;
  const { disk, partitions } = survey;
  const first = partitions[0];
  const last = partitions.at(-1);
  const freeAtEnd = disk.sizeSectors - (last ? last.start + last.length : 0);
  const largest = largestHole(survey) * disk.sectorBytes;
  return {
    id: 'convert-table',
    loss: 1,
    title: 'Convert the table to GPT in place',
    keeps: 'The partitions and what is in them.',
    loses: 'The start files of every system on the disk; each must be made to start in UEFI mode again.',
    conditions: [
      {
        text: `The first ${GPT_HEAD_SECTORS} sectors are free (the first partition starts at ${first?.start ?? 'none'}).`,
        met: !first || first.start >= GPT_HEAD_SECTORS,
      },
      {
        text: `The last ${GPT_TAIL_SECTORS} sectors are free (${freeAtEnd} are).`,
        met: freeAtEnd >= GPT_TAIL_SECTORS,
      },
      {
        text: `There is room for an EFI system partition (largest gap ${formatBoth(largest)}).`,
        met: largest >= SMALLEST_EFI_BYTES,
      },
      {
        text: 'The firmware has a UEFI mode.',
        met: plan.machine.firmware === 'unknown' ? 'unknown' : canRun(plan.machine, 'uefi'),
      },
      { text: 'A verified backup exists.', met: 'unknown' },
    ],
    mode: 'uefi',
    style: 'gpt',
  };
}

/** GPT to MBR in place: what four slots of 32 bits can list. */
function convertToMbrWay(planned: Planned): Way {
  const { plan, survey } = planned;
  const { disk } = survey;
  const kept = plan.partitions;
  const reach = mbrReachBytes(disk.sectorBytes);
  const furthest = Math.max(0, ...kept.map((p) => p.start + p.length)) * disk.sectorBytes;
  return {
    id: 'convert-table',
    loss: 1,
    title: 'Convert the table to MBR in place',
    keeps: 'The partitions and what is in them.',
    loses:
      'The start files of every system on the disk, the partitions’ names and ids, and the second copy of the table.',
    conditions: [
      {
        text: `At most ${MBR_SLOTS} partitions are kept (${kept.length} are).`,
        met: kept.length <= MBR_SLOTS,
      },
      {
        text: `Every kept partition ends within ${formatBoth(reach)} (the last ends at ${formatBoth(furthest)}).`,
        met: furthest <= reach,
      },
      {
        text: 'The firmware has a BIOS mode.',
        met: plan.machine.firmware === 'unknown' ? 'unknown' : canRun(plan.machine, 'bios'),
      },
      { text: 'A verified backup exists.', met: 'unknown' },
    ],
    mode: 'bios',
    style: 'mbr',
  };
}

function largestHole(survey: Survey): number {
  let at: number = survey.disk.firstUsable;
  let largest = 0;
  for (const p of survey.partitions) {
    largest = Math.max(largest, p.start - at);
    at = p.start + p.length;
  }
  return Math.max(largest, survey.disk.usableEnd - at);
}

function newTableWay(mode: FirmwareMode, style: TableStyle, survey: Survey | undefined): Way {
  const size = survey ? survey.disk.sizeSectors * survey.disk.sectorBytes : 0;
  const reach = mbrReachBytes(survey?.disk.sectorBytes ?? 512);
  const reachLine: Condition[] =
    style === 'mbr' && size > reach
      ? [
          {
            text: `An MBR reaches only the first ${formatBoth(reach)} of this disk; ${formatBoth(size - reach)} would be out of reach.`,
            met: false,
          },
        ]
      : [];
  return {
    id: 'new-table',
    loss: 2,
    title: `Wipe the disk and write a new ${styleName(style)} table, in ${modeName(mode)} mode`,
    keeps: 'Nothing.',
    loses: 'Everything on the disk.',
    conditions: [
      { text: 'A verified backup of everything on the disk exists.', met: 'unknown' },
      ...reachLine,
    ],
    mode,
    style,
  };
}

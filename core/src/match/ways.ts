import { canRun, type FirmwareMode } from '../machine/index.js';
import { MBR_SLOTS } from '../layout/index.js';
import type { Planned, Plan } from '../plan/index.js';
import type { Survey } from '../survey/index.js';
import { fitOf } from '../system/index.js';
import { fat32FloorBytes } from '../sizing/index.js';
import { mbrReachBytes, usableArea, type TableStyle } from '../table/index.js';
import { message, type Code, type Message } from '../words/index.js';
import { installedMode, verdictsOf } from './match.js';

export interface Condition {
  readonly says: Message<Extract<Code, `condition.${string}`>>;
  readonly met: boolean | 'unknown';
}

export type WaySays = Message<Extract<Code, `way.${string}`>>;

/** A way from here to a state that every system accepts. Lower `loss`: less is lost. */
export interface Way {
  readonly id: 'firmware-mode' | 'medium-start' | 'convert-table' | 'new-table';
  readonly loss: 0 | 1 | 2;
  readonly title: WaySays;
  readonly keeps: Message<Extract<Code, `keeps.${string}`>>;
  readonly loses: Message<Extract<Code, `loses.${string}`>>;
  readonly conditions: readonly Condition[];
  readonly mode: FirmwareMode;
  readonly style: TableStyle;
}

/** The ways out of a mismatch, least loss first. Empty where everything fits. */
export function waysOut(plan: Plan, survey: Survey | undefined): Way[] {
  const verdicts = verdictsOf(plan, survey);
  if (verdicts.every((v) => v.level === 'fits' || v.level === 'condition')) return [];
  const { mode, style } = plan.target;
  const other: FirmwareMode = mode === 'uefi' ? 'bios' : 'uefi';
  const accepted = (m: FirmwareMode, s: TableStyle) =>
    plan.systems.every((system) => ['yes', 'needs-bios-boot'].includes(fitOf(system, m, s)));
  const ways: Way[] = [];
  if (accepted(mode, style)) ways.push(...mediumWay(plan));
  if (accepted(other, style) && canRun(plan.machine, other)) ways.push(modeWay(plan, other, survey));
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
      title: message('way.medium-start', { mode }),
      keeps: message('keeps.all'),
      loses: message('loses.nothing'),
      conditions: [
        {
          says: message('condition.boot-menu', { mode }),
          met: 'unknown',
        },
      ],
      mode,
      style,
    },
  ];
}

function modeWay(plan: Plan, mode: FirmwareMode, survey: Survey | undefined): Way {
  const stranded = plan.systems.filter((s) => !['unknown', mode].includes(installedMode(plan, s, survey)));
  return {
    id: 'firmware-mode',
    loss: 0,
    title: message('way.firmware-mode', { mode }),
    keeps: message('keeps.all'),
    loses:
      stranded.length > 0
        ? message('loses.stranded', {
            systems: stranded.map((s) => s.name),
            mode: mode === 'uefi' ? 'bios' : 'uefi',
          })
        : message('loses.nothing'),
    conditions: [
      {
        says: message(plan.machine.firmware === 'unknown' ? 'condition.mode-unknown' : 'condition.mode', {
          mode,
        }),
        met: plan.machine.firmware === 'unknown' ? 'unknown' : true,
      },
      {
        says: message('condition.medium', { mode }),
        met: plan.machine.mediumStart === mode ? true : 'unknown',
      },
    ],
    mode,
    style: plan.target.style,
  };
}

/** MBR to GPT in place: what the table takes at both ends (UEFI 2.10 §5.3.1), and what starting needs. */
function convertWay(planned: Planned): Way {
  const { plan, survey } = planned;
  const { disk, partitions } = survey;
  const first = partitions[0];
  const last = partitions.at(-1);
  const freeAtEnd = disk.sizeSectors - (last ? last.start + last.length : 0);
  const largest = largestHole(survey) * disk.sectorBytes;
  const area = usableArea(disk.sizeSectors, disk.sectorBytes);
  const tail = disk.sizeSectors - area.end;
  return {
    id: 'convert-table',
    loss: 1,
    title: message('way.convert-table', { style: 'gpt' }),
    keeps: message('keeps.partitions'),
    loses: message('loses.boot-files-uefi'),
    conditions: [
      {
        says: message('condition.head-free', { sectors: area.first, first: first?.start ?? null }),
        met: !first || first.start >= area.first,
      },
      {
        says: message('condition.tail-free', { sectors: tail, free: freeAtEnd }),
        met: freeAtEnd >= tail,
      },
      {
        says: message('condition.efi-room', { bytes: largest }),
        met: largest >= fat32FloorBytes(disk.sectorBytes),
      },
      {
        says: message('condition.mode', { mode: 'uefi' }),
        met: plan.machine.firmware === 'unknown' ? 'unknown' : canRun(plan.machine, 'uefi'),
      },
      { says: message('condition.backup'), met: 'unknown' },
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
    title: message('way.convert-table', { style: 'mbr' }),
    keeps: message('keeps.partitions'),
    loses: message('loses.boot-files-mbr'),
    conditions: [
      {
        says: message('condition.few-partitions', { most: MBR_SLOTS, kept: kept.length }),
        met: kept.length <= MBR_SLOTS,
      },
      {
        says: message('condition.within-reach', { reach, end: furthest }),
        met: furthest <= reach,
      },
      {
        says: message('condition.mode', { mode: 'bios' }),
        met: plan.machine.firmware === 'unknown' ? 'unknown' : canRun(plan.machine, 'bios'),
      },
      { says: message('condition.backup'), met: 'unknown' },
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
            says: message('condition.reach', { reach, beyond: size - reach }),
            met: false,
          },
        ]
      : [];
  return {
    id: 'new-table',
    loss: 2,
    title: message('way.new-table', { style, mode }),
    keeps: message('keeps.nothing'),
    loses: message('loses.all'),
    conditions: [{ says: message('condition.backup-all'), met: 'unknown' }, ...reachLine],
    mode,
    style,
  };
}

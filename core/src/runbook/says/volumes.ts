import { plannedGaps, roomAround } from '../../layout/index.js';
import {
  endOf,
  floorOf,
  layersOf,
  partitionOf,
  partitionTitle,
  roleName,
  type Planned,
  type PlannedPartition,
} from '../../plan/index.js';
import { asksToShrink, typedUnits } from '../../ability/index.js';
import { exactSize, MIB, typedSize, type TypedSize } from '../../quantity/index.js';
import { sheetOf } from '../../moment/index.js';
import { typeOf } from '../../recognition/index.js';
import { placeIn, type Step, type StepFor } from '../../sequence/index.js';
import { surveyedPartition } from '../../survey/index.js';
import { typeName } from '../../table/index.js';
import { volumeName } from '../../volume/index.js';
import { message, type Text } from '../../words/index.js';
import { bytesOf, deviceOf, extentOf, lineOf, nameOf, systemName } from './facts.js';
import type { At } from './facts.js';
import { madeInside } from './inside.js';

const NO_LAYERS = { luks: false, lvm: false };

export function shrink(planned: At, step: StepFor<'shrink'>) {
  const toBytes = bytesOf(planned, step.after);
  const fromBytes = bytesOf(planned, step.before);
  const partition = partitionOf(planned.plan, step.partition);
  const floor = partition && floorOf(planned, partition);
  return message('step.shrink', {
    volume: nameOf(planned, step.partition),
    toBytes,
    fromBytes,
    freeBytes: freeBehind(planned, step.partition),
    end: extentOf(planned, step.after),
    // Windows and macOS count in disk order and do not know Linux names.
    own: inOwnTool(planned, step)
      ? { ...placeInList(planned, step), ...askedToShrink(planned, step, fromBytes, toBytes) }
      : null,
    floorBytes: floor && floor.evidence !== 'no-content' ? floor.bytes : null,
    layers: partition ? layersOf(partition) : NO_LAYERS,
    insideEnd: exactSize(toBytes - HEADER_ROOM, planned.survey.disk.sectorBytes),
  });
}

/** What headers of a container and a group take of it: everything inside has to end before. */
const HEADER_ROOM = 20 * MIB;

/** Whether it is done in the disk tool of an installed system, by volumes in their order. */
const inOwnTool = ({ plan }: Planned, { environment }: Pick<StepFor<'shrink'>, 'environment'>): boolean => {
  const place = placeIn(plan, environment);
  return environment.kind === 'running' && (place === 'windows' || place === 'macos');
};

/** What its tool asks for, on the side that keeps the volume at least as large, or frees at least as much. */
function askedToShrink(planned: Planned, step: StepFor<'shrink'>, fromBytes: number, toBytes: number) {
  const place = placeIn(planned.plan, step.environment);
  const asks = asksToShrink(place);
  const size = asks === 'amount-to-take-away' ? fromBytes - toBytes : toBytes;
  const [unit = 'MiB'] = typedUnits(place);
  return { asks, typed: typedSize(size, unit, 'up', planned.survey.disk.sectorBytes) };
}

/** Free space behind a partition once the step is done. */
function freeBehind({ after, survey }: At, id: string): number {
  const { plan } = after.planned;
  const end = endOf(partitionOf(plan, id) ?? { start: 0, length: 0 });
  const gap = plannedGaps(after.planned).find(
    (g) => Math.abs(g.start - end) * survey.disk.sectorBytes <= MIB,
  );
  return (gap?.length ?? 0) * survey.disk.sectorBytes;
}

/** Which line it is among the partitions that are listed there, counted from 1. */
function placeInList(at: At, step: Step & { readonly partition: string }) {
  const { rows } = sheetOf(at, { environment: step.environment, steps: [step] }, at.before);
  const listed = rows.filter((row) => row.kind === 'partition');
  const { plan } = at.before.planned;
  const id =
    partitionOf(plan, step.partition)?.id ?? plan.partitions.find((p) => p.from === step.partition)?.id;
  return { number: listed.findIndex((row) => row.id === id) + 1, of: listed.length };
}

export function move(planned: At, step: StepFor<'move' | 'move-aside'>) {
  const again = step.before.start !== surveyedPartition(planned.survey, step.found)?.start;
  return message('step.move', {
    line: lineOf(planned, step.partition),
    where: step.kind === 'move-aside' ? 'aside' : again ? 'back-to-place' : 'place',
    fromSector: step.before.start,
    toSector: step.after.start,
    direction: step.exposure ? step.copy.direction : null,
  });
}

export function grow(at: At, step: StepFor<'grow'>) {
  const { partition, before, after } = step;
  const p = partitionOf(at.plan, partition);
  const gained = after.length - before.length;
  const moment = partitionOf(at.before.planned.plan, partition)?.id;
  const room = moment === undefined ? undefined : roomAround(at.before.planned, moment).after;
  return message('step.grow', {
    volume: nameOf(at, partition),
    toBytes: bytesOf(at, after),
    layers: p ? layersOf(p) : NO_LAYERS,
    end: extentOf(at, after),
    all: room === gained,
    own: inOwnTool(at, step) ? { ...placeInList(at, step), typed: askedToGrow(at, step, gained) } : null,
  });
}

/** What its tool asks for: a Windows how much is added, a macOS the new size. Never more than there is. */
function askedToGrow(planned: Planned, { environment, after }: StepFor<'grow'>, gained: number): TypedSize {
  const place = placeIn(planned.plan, environment);
  const [unit = 'MiB'] = typedUnits(place);
  const length = asksToShrink(place) === 'amount-to-take-away' ? gained : after.length;
  const { sectorBytes } = planned.survey.disk;
  return typedSize(length * sectorBytes, unit, 'down', sectorBytes);
}

export const deletion = (at: At, step: StepFor<'delete'>) =>
  message('step.delete', {
    line: lineOf(at, step.found),
    own: inOwnTool(at, step) ? placeInList(at, { ...step, partition: step.found }) : null,
  });

export function create(planned: At, step: StepFor<'create'>) {
  const p = partitionOf(planned.plan, step.partition);
  if (!p) throw new Error(`A step creates ${step.partition}, which the plan does not have`);
  return message('step.create', {
    volume: nameOf(planned, p.id),
    bytes: bytesOf(planned, p),
    after: beforeIt(planned, p),
    size: sizeToCreate(planned, step, p),
    extent: extentOf(planned, p),
    type: typeName(typeOf(planned, p)),
    // An MBR has no partition names.
    name: planned.plan.target.style === 'gpt' ? p.name : '',
    label: p.label,
    content: contentOf(p, step),
    formattedBy: step.formattedBy === null ? '' : systemName(planned, step.formattedBy),
    where: WHERE[step.environment.kind],
    use: useOf(p),
    fileSystem: fileSystemName(p),
    device: deviceOf(planned, p.id),
    layer: p.layer === undefined || p.layer === 'none' ? null : p.layer,
    inside: madeInside(planned, p),
    subvolumes: p.subvolumes ?? [],
    efi: p.role === 'efi',
  });
}

/** How large it is created: as large as the free space that is left there, or a size in the units of the tool, never more than fits. */
function sizeToCreate(at: At, { environment }: StepFor<'create'>, p: PlannedPartition) {
  const gap = plannedGaps(at.before.planned).find((g) => g.start <= p.start && p.start < endOf(g));
  const { sectorBytes } = at.survey.disk;
  return {
    all: gap !== undefined && endOf(p) >= endOf(gap.usable),
    typed: typedUnits(placeIn(at.plan, environment)).map((unit) =>
      typedSize(bytesOf(at, p), unit, 'down', sectorBytes),
    ),
  };
}

/** The partition that is listed before its place then; `null` where it is the first. */
function beforeIt({ before }: At, p: PlannedPartition): Text | null {
  const last = before.planned.plan.partitions.findLast((other) => other.start < p.start);
  return last ? partitionTitle(last) : null;
}

const WHERE = {
  running: 'tool',
  'first-start': 'tool',
  installer: 'installer',
  live: 'live',
  firmware: 'live',
} as const;

/** What an installer is told of it. */
function useOf({ role, mountPoint }: PlannedPartition): Text {
  if (role === 'swap') return message('use.swap');
  return mountPoint === ''
    ? roleName(role)
    : message('use.mounted', { role: roleName(role), at: mountPoint });
}

function contentOf(
  { placeholder, fileSystem, role }: PlannedPartition,
  { environment, formattedBy }: StepFor<'create'>,
) {
  if (formattedBy !== null) return role === 'system' ? 'setup' : 'later';
  if (placeholder && environment.kind === 'running') return 'placeholder';
  if (fileSystem === 'none' || fileSystem === 'swap') return fileSystem;
  return 'file-system';
}

/** The EFI system partition is FAT32: firmware need not read another FAT (UEFI 2.10 §13.3). */
const fileSystemName = ({ fileSystem, role }: PlannedPartition) =>
  role === 'efi' && fileSystem === 'fat' ? 'FAT32' : volumeName(fileSystem);

export function format(planned: At, step: StepFor<'format'>) {
  const p = partitionOf(planned.plan, step.partition);
  const then = partitionOf(planned.before.planned.plan, step.partition);
  const inTool = WHERE[step.environment.kind] === 'tool';
  return message('step.format', {
    line: lineOf(planned, step.partition),
    content: volumeName(p?.fileSystem ?? 'unknown'),
    label: p?.label ?? '',
    listed: inTool ? placeInList(planned, step) : null,
    held: then?.fileSystem !== 'none',
    layer: p?.layer === undefined || p.layer === 'none' ? null : p.layer,
    inside: p ? madeInside(planned, p) : [],
  });
}

export const setLabel = (at: At, step: StepFor<'set-label'>) =>
  message('step.set-label', {
    line: lineOf(at, step.partition),
    label: partitionOf(at.plan, step.partition)?.label ?? '',
    own: inOwnTool(at, step) ? placeInList(at, step) : null,
  });

export const setName = (planned: At, { partition }: StepFor<'set-name'>) =>
  message('step.set-name', {
    line: lineOf(planned, partition),
    name: partitionOf(planned.plan, partition)?.name ?? '',
  });

export function setType(planned: At, { partition }: StepFor<'set-type'>) {
  const p = partitionOf(planned.plan, partition);
  const typeId = p ? typeOf(planned, p) : '';
  return message('step.set-type', { line: lineOf(planned, partition), type: typeName(typeId), typeId });
}

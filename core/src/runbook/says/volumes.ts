import {
  endOf,
  floorOf,
  layersOf,
  partitionOf,
  partitionTitle,
  plannedGaps,
  roleName,
  type Planned,
  type PlannedPartition,
} from '../../plan/index.js';
import { asksToShrink } from '../../ability/index.js';
import { MIB } from '../../quantity/index.js';
import { sheetOf } from '../../moment/index.js';
import { typeOf } from '../../recognition/index.js';
import { placeIn, type StepFor } from '../../sequence/index.js';
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
    // Windows and macOS count in disk order and do not know Linux names.
    own:
      step.environment.kind === 'running'
        ? {
            ...placeInList(planned, step),
            takeAwayMib: Math.ceil((fromBytes - toBytes) / MIB),
            asks: asksToShrink(placeIn(planned.plan, step.environment)),
          }
        : null,
    floorBytes: floor && floor.evidence !== 'no-content' ? floor.bytes : null,
    layers: partition ? layersOf(partition) : NO_LAYERS,
  });
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
function placeInList(at: At, step: StepFor<'shrink' | 'format'>) {
  const { rows } = sheetOf(at, { environment: step.environment, steps: [step] }, at.before);
  const listed = rows.filter((row) => row.kind === 'partition');
  return { number: listed.findIndex((row) => row.id === step.partition) + 1, of: listed.length };
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

export function grow(planned: Planned, { partition, after }: StepFor<'grow'>) {
  const p = partitionOf(planned.plan, partition);
  return message('step.grow', {
    volume: nameOf(planned, partition),
    toBytes: bytesOf(planned, after),
    layers: p ? layersOf(p) : NO_LAYERS,
  });
}

export const deletion = (planned: At, { found }: StepFor<'delete'>) =>
  message('step.delete', { line: lineOf(planned, found) });

export function create(planned: At, step: StepFor<'create'>) {
  const p = partitionOf(planned.plan, step.partition);
  if (!p) throw new Error(`A step creates ${step.partition}, which the plan does not have`);
  return message('step.create', {
    volume: nameOf(planned, p.id),
    bytes: bytesOf(planned, p),
    after: beforeIt(planned, p),
    startMib: (p.start * planned.survey.disk.sectorBytes) / MIB,
    extent: extentOf(planned, p),
    type: typeName(typeOf(planned, p)),
    name: p.name,
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
  });
}

export const setLabel = (planned: At, { partition }: StepFor<'set-label'>) =>
  message('step.set-label', {
    line: lineOf(planned, partition),
    label: partitionOf(planned.plan, partition)?.label ?? '',
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

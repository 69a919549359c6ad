import { deviceName, partitionDevice, printedBinary, printedDecimal, typeOf } from '../recognition/index.js';
import {
  derived,
  type Planned,
  endOf,
  overlap,
  fatesOf,
  partitionTitle,
  plannedContainer,
  roleName,
  shownAs,
  plannedParts,
  type Fate,
  type Plan,
  type PlannedPartition,
  type Span,
  setupRooms,
  type SetupRoom,
} from '../plan/index.js';
import { MIB } from '../quantity/index.js';
import { isArriving } from '../system/index.js';
import { typeName, type Role } from '../table/index.js';
import { volumeName } from '../volume/index.js';
import { message, type Text } from '../words/index.js';
import { partitionNumbers } from './moments.js';
import { CONTAINER_NUMBER } from './forecast.js';

/** What to do with a line of this sheet when an installer shows it. */
export type Instruction =
  | 'install-here'
  | 'install-over'
  | 'use-keep'
  | 'format'
  | 'leave-alone'
  | 'give-to-setup'
  | 'nothing'
  | 'shrink'
  | 'move'
  | 'grow'
  | 'delete'
  | 'create-here'
  | 'taken'
  | 'change'
  | 'contains';

export interface RecognitionRow {
  readonly id: string;
  /** `container`: the extended partition of an MBR, which contains others. */
  readonly kind: 'partition' | 'gap' | 'container';
  readonly title: Text;
  readonly sizeBytes: number;
  readonly decimal: string;
  readonly binary: string;
  readonly content: Text;
  readonly label: string;
  /** Empty where it has none of its own. */
  readonly typeName: string;
  /** Linux device name; empty for a gap. */
  readonly device: string;
  /** 1-based place among the partitions, as Windows counts them; 0 for a gap. */
  readonly order: number;
  readonly before: Text;
  readonly after: Text;
  readonly mountPoint: string;
  readonly isNew: boolean;
  readonly instruction: Instruction;
}

/** Gaps up to this are not shown by installers, or not worth a line: the lead-in of a logical partition is one. */
const SMALLEST_GAP_BYTES = MIB;

/** What to do with a line; of a gap, with its span. */
export type Instruct = (line: PlannedPartition | Span) => Instruction;

/** Every partition, and every gap worth a line, as it will be when all is done. */
export const recognitionSheet = derived((planned): readonly RecognitionRow[] => {
  const { plan } = planned;
  const fates = new Map(fatesOf(planned).map((fate) => [fate.planned?.id, fate]));
  const rooms = setupRooms(planned);
  const instruct: Instruct = (line) => {
    if ('id' in line) return instructionFor(plan, line, fates.get(line.id));
    return rooms.some((room) => overlap(room, line)) ? 'give-to-setup' : 'nothing';
  };
  return rowsOf(planned, partitionNumbers(planned), instruct, rooms);
});

/** Every partition, and every gap worth a line, of a disk, with what to do with each. */
export function rowsOf(
  planned: Planned,
  numbers: ReadonlyMap<string, number>,
  instruct: Instruct,
  rooms: readonly SetupRoom[],
): readonly RecognitionRow[] {
  const { plan, survey } = planned;
  const device = deviceName(plan.machine);
  const parts = plannedParts(planned).filter(
    (part) =>
      part.kind === 'partition' ||
      (part.kind === 'gap' && part.length * survey.disk.sectorBytes > SMALLEST_GAP_BYTES),
  );
  const titles = parts.map((part) => {
    if (part.kind === 'partition') return partitionTitle(part.partition);
    const room = rooms.find((r) => overlap(r, part));
    return room
      ? message('sheet.room', { system: plan.systems.find((s) => s.id === room.system)?.name ?? '' })
      : message('sheet.free');
  });
  let order = 0;
  const rows = parts.map((part, i): RecognitionRow => {
    const sizeBytes = part.length * survey.disk.sectorBytes;
    const p = part.kind === 'partition' ? part.partition : undefined;
    const shown = p && shownAs(p);
    if (p) order += 1;
    return {
      id: part.id,
      kind: p ? 'partition' : 'gap',
      title: titles[i]!,
      sizeBytes,
      decimal: printedDecimal(sizeBytes),
      binary: printedBinary(sizeBytes),
      content: shown ? volumeName(shown.kind) : '',
      label: shown?.label ?? '',
      typeName: p ? typeName(typeOf(planned, p)) : '',
      device: p ? partitionDevice(device, numbers.get(p.id)!) : '',
      order: p ? order : 0,
      before: titles[i - 1] ?? message('sheet.start'),
      after: titles[i + 1] ?? message('sheet.end'),
      mountPoint: p?.mountPoint ?? '',
      isNew: p?.from === null,
      instruction: instruct(p ?? { start: part.start, length: part.length }),
    };
  });
  const container = plannedContainer(planned);
  if (!container) return rows;
  const at = parts.findIndex((part) => part.start >= container.start);
  const row = containerRow(container.length * survey.disk.sectorBytes, device, numbers);
  return at < 0 ? [...rows, row] : [...rows.slice(0, at), row, ...rows.slice(at)];
}

/** A Linux lists the extended partition as a line of its own, and it looks like one that could be used. */
function containerRow(
  sizeBytes: number,
  device: string,
  numbers: ReadonlyMap<string, number>,
): RecognitionRow {
  return {
    id: CONTAINER_NUMBER,
    kind: 'container',
    title: roleName('container'),
    sizeBytes,
    decimal: printedDecimal(sizeBytes),
    binary: printedBinary(sizeBytes),
    content: '',
    label: '',
    typeName: '',
    device: partitionDevice(device, numbers.get(CONTAINER_NUMBER) ?? 0),
    order: 0,
    before: '',
    after: '',
    mountPoint: '',
    isNew: false,
    instruction: 'contains',
  };
}

const INSTALLED_ROLES: readonly Role[] = ['root', 'system'];

/** What an installer does with a planned partition. */
export function instructionFor(plan: Plan, p: PlannedPartition, fate: Fate | undefined): Instruction {
  const forNew = plan.systems.some((s) => isArriving(s) && p.owners.includes(s.id));
  // What several systems share is formatted once, before the first installer sees it.
  if (p.treatment === 'format' && p.owners.length > 1) return 'use-keep';
  if (p.treatment === 'format') return INSTALLED_ROLES.includes(p.role) && forNew ? 'install-here' : 'format';
  return forNew && fate?.kind !== 'erased' ? 'use-keep' : 'leave-alone';
}

/** Pairs of rows that an installer would show alike: the same content, the same printed size, no label that differs. */
export function lookAlikes(
  rows: readonly RecognitionRow[],
): readonly (readonly [RecognitionRow, RecognitionRow])[] {
  const seen = new Map<string, RecognitionRow>();
  const pairs: [RecognitionRow, RecognitionRow][] = [];
  for (const row of rows) {
    if (row.kind !== 'partition') continue;
    const key = JSON.stringify([row.content, row.decimal, row.label]);
    const twin = seen.get(key);
    if (twin) pairs.push([twin, row]);
    else seen.set(key, row);
  }
  return pairs;
}

/** Whether numbers follow disk order. */
export function numbersFollowOrder(planned: Planned): boolean {
  const { plan } = planned;
  const numbers = partitionNumbers(planned);
  const inOrder = [...plan.partitions].sort((a, b) => endOf(a) - endOf(b)).map((p) => numbers.get(p.id)!);
  return inOrder.every((n, i) => i === 0 || inOrder[i - 1]! < n);
}

import { deviceName, partitionDevice, printedBinary, printedDecimal, typeOf } from '../recognition/index.js';
import { overlap, plannedContainer, type Span } from '../layout/index.js';
import {
  derived,
  endOf,
  fatesOf,
  roleName,
  shownAs,
  type Planned,
  type Fate,
  type Plan,
  type PlannedPartition,
} from '../plan/index.js';
import { setupRooms, type PlacedSetupPart, type SetupRoom } from '../rooms/index.js';
import { isArriving } from '../system/index.js';
import { typeFor, typeName, type Role } from '../table/index.js';
import { volumeName } from '../volume/index.js';
import { message, type Text } from '../words/index.js';
import { endOfAll, partitionNumbers, type Moment } from './moments.js';
import { CONTAINER_NUMBER } from './forecast.js';
import { linesOf, spanOf, titleOfLine, type Line } from './lines.js';

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

/** What to do with a line; of a gap, with its span. */
export type Instruct = (line: Line) => Instruction;

/** Every partition, and every gap worth a line, as it will be when all is done. */
export const recognitionSheet = derived((planned): readonly RecognitionRow[] => {
  const { plan } = planned;
  const fates = new Map(fatesOf(planned).map((fate) => [fate.planned?.id, fate]));
  const { numbers, made, taken } = endOfAll(planned);
  const rooms = taken.length > 0 ? taken : setupRooms(planned);
  const instruct: Instruct = (line) => {
    if (line.kind === 'made') return 'leave-alone';
    if (line.kind === 'partition') return instructionFor(plan, line.partition, fates.get(line.partition.id));
    return rooms.some((room) => overlap(room, line.span)) ? 'give-to-setup' : 'nothing';
  };
  return rowsOf({ planned, numbers, made }, instruct, rooms);
});

/** Every partition, and every gap worth a line, of a disk, with what to do with each. */
export function rowsOf(
  { planned, numbers, made }: Pick<Moment, 'planned' | 'numbers' | 'made'>,
  instruct: Instruct,
  rooms: readonly SetupRoom[],
): readonly RecognitionRow[] {
  const { plan, survey } = planned;
  const device = deviceName(plan.machine);
  const { sectorBytes } = survey.disk;
  const lines = linesOf(planned, made);
  const titles = lines.map((line) => titleOfLine(plan, line, rooms));
  const named = (id: string) => partitionDevice(device, numbers.get(id)!);
  let order = 0;
  const rows = lines.map((line, i): RecognitionRow => {
    const about = {
      title: titles[i]!,
      before: titles[i - 1] ?? message('sheet.start'),
      after: titles[i + 1] ?? message('sheet.end'),
      instruction: instruct(line),
    };
    if (line.kind !== 'gap') order += 1;
    switch (line.kind) {
      case 'gap':
        return { ...NO_PARTITION, ...about, ...printed(line.span, sectorBytes), id: line.id, kind: 'gap' };
      case 'made': {
        const { part } = line;
        return {
          ...about,
          ...likely(part, sectorBytes),
          id: part.id,
          kind: 'partition',
          content: part.fileSystem === 'none' ? '' : volumeName(part.fileSystem),
          label: '',
          typeName: typeName(typeFor(part.role === 'boot' ? 'data' : part.role, plan.target.style, false)),
          device: named(part.id),
          order,
          mountPoint: '',
          isNew: true,
        };
      }
      case 'partition': {
        const p = line.partition;
        const shown = shownAs(p);
        const { sizeBytes, decimal, binary } = printed(p, sectorBytes);
        // Written out, since most rows are such: copied together from parts the sheet takes three times as long.
        return {
          id: p.id,
          kind: 'partition',
          title: about.title,
          sizeBytes,
          decimal,
          binary,
          content: volumeName(shown.kind),
          label: shown.label,
          typeName: typeName(typeOf(planned, p)),
          device: named(p.id),
          order,
          before: about.before,
          after: about.after,
          mountPoint: p.mountPoint,
          isNew: p.from === null,
          instruction: about.instruction,
        };
      }
    }
  });
  const container = plannedContainer(planned);
  if (!container) return rows;
  const at = lines.findIndex((line) => spanOf(line).start >= container.start);
  const row = containerRow(container.length * survey.disk.sectorBytes, device, numbers);
  return at < 0 ? [...rows, row] : [...rows.slice(0, at), row, ...rows.slice(at)];
}

const NO_PARTITION = {
  content: '',
  label: '',
  typeName: '',
  device: '',
  order: 0,
  mountPoint: '',
  isNew: false,
} as const;

type Sizes = Pick<RecognitionRow, 'sizeBytes' | 'decimal' | 'binary'>;

function printed({ length }: Pick<Span, 'length'>, sectorBytes: number): Sizes {
  const sizeBytes = length * sectorBytes;
  return { sizeBytes, decimal: printedDecimal(sizeBytes), binary: printedBinary(sizeBytes) };
}

/** Sizes that nobody can know before: from, to, or about. */
function likely(part: PlacedSetupPart, sectorBytes: number): Sizes {
  const { leastBytes, mostBytes } = part;
  const { sizeBytes } = printed(part, sectorBytes);
  const said = (print: (size: number) => string) => {
    if (mostBytes === null) return `≈ ${print(sizeBytes)}`;
    return leastBytes === mostBytes ? print(mostBytes) : `${print(leastBytes)}–${print(mostBytes)}`;
  };
  return { sizeBytes, decimal: said(printedDecimal), binary: said(printedBinary) };
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
    ...NO_PARTITION,
    device: partitionDevice(device, numbers.get(CONTAINER_NUMBER) ?? 0),
    before: '',
    after: '',
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

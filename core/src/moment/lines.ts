import { overlap, plannedParts, type Span } from '../layout/index.js';
import {
  endOf,
  partitionTitle,
  roleName,
  type Plan,
  type Planned,
  type PlannedPartition,
} from '../plan/index.js';
import type { PlacedSetupPart, SetupRoom } from '../rooms/index.js';
import { MIB, sectors } from '../quantity/index.js';
import { message, type Text } from '../words/index.js';

/** A partition, one that a setup made, or free space. */
export type Line =
  | { readonly kind: 'partition'; readonly partition: PlannedPartition }
  | { readonly kind: 'made'; readonly part: PlacedSetupPart }
  | { readonly kind: 'gap'; readonly id: string; readonly span: Span };

/** Gaps up to this are not shown by installers, or not worth a line: the lead-in of a logical partition is one. */
const SMALLEST_GAP_BYTES = MIB;

/** Where it lies. */
export function spanOf(line: Line): Span {
  if (line.kind === 'gap') return line.span;
  return line.kind === 'made' ? line.part : line.partition;
}

/** Everything worth a line, in disk order; where a setup made partitions, those instead of the free space that it was given. */
export function linesOf(planned: Planned, made: readonly PlacedSetupPart[]): Line[] {
  const worth = ({ length }: Span) => length * planned.survey.disk.sectorBytes > SMALLEST_GAP_BYTES;
  return plannedParts(planned).flatMap((part): Line[] => {
    if (part.kind === 'partition') return [{ kind: 'partition', partition: part.partition }];
    if (part.kind !== 'gap' || !worth(part)) return [];
    const inside = made.filter((m) => overlap(m, part));
    if (inside.length === 0) return [{ kind: 'gap', id: part.id, span: part }];
    const end = Math.max(...inside.map(endOf));
    const rest: Span = { start: sectors(end), length: sectors(endOf(part) - end) };
    return [
      ...inside.map((m): Line => ({ kind: 'made', part: m })),
      ...(worth(rest) ? [{ kind: 'gap', id: part.id, span: rest } as const] : []),
    ];
  });
}

/** What a line is called; `rooms`: free space that setups are given. */
export function titleOfLine(plan: Plan, line: Line, rooms: readonly SetupRoom[]): Text {
  const name = (id: string) => plan.systems.find((s) => s.id === id)?.name ?? '';
  if (line.kind === 'partition') return partitionTitle(line.partition);
  if (line.kind === 'made')
    return message('sheet.by-setup', { role: roleName(line.part.role), system: name(line.part.system) });
  const given = rooms.filter((room) => overlap(room, line.span));
  return given.length > 0
    ? message('sheet.room', { systems: given.map((room) => name(room.system)) })
    : message('sheet.free');
}

import {
  alignmentSectors,
  foundParts,
  overlap,
  plannedContainer,
  plannedParts,
  type Part,
  type Span,
} from '../layout/index.js';
import {
  fatesOf,
  insideFatesOf,
  floorOf,
  foundTitle,
  mountPointsOf,
  partitionTitle,
  roleInSentence,
  systemOf,
  usedOf,
  type Planned,
  type Fate,
  type Measured,
} from '../plan/index.js';
import { partsInRooms, setupRooms, type SetupRoom } from '../rooms/index.js';
import { MIB } from '../quantity/index.js';
import { containerIn, type Survey } from '../survey/index.js';
import type { SystemId } from '../system/index.js';
import { volumeName } from '../volume/index.js';
import { message, textIn, type Catalogue, type Text } from '../words/index.js';
import type { View } from './scale.js';

/** A partition or a gap worth drawing, in sectors, and what a setup makes in it. */
export interface Stretch extends View {
  readonly kind: 'partition' | 'gap';
  readonly inside?: readonly View[];
}

/** A stratum of a core: what is drawn of a stretch. */
export interface Stratum extends Stretch {
  readonly id: string;
  readonly title: string;
  /** What stands small beside the title. Where there is little room, all but the fate give way. */
  readonly notes: readonly string[];
  /** What becomes of it, one of the notes; absent as found and where nothing does. */
  readonly fate?: string;
  readonly sizeBytes: number;
  readonly owners: readonly SystemId[];
  /** Share in use, 0 to 1; absent where not known. */
  readonly used?: number;
  /** It does not begin on a whole MiB. */
  readonly unaligned?: boolean;
  /** Least length, in sectors; absent where not known or where nothing is kept. */
  readonly floor?: number;
  /** What a setup makes in it. */
  readonly inside?: readonly Outline[];
}

/** Something drawn in outline within a stratum. */
export interface Outline extends View {
  readonly id: string;
  readonly title: string;
}

export interface SectionModel {
  readonly found: readonly Stratum[];
  readonly planned: readonly Stratum[];
  readonly fates: readonly Fate[];
  /** The extended container of an MBR, as found and as planned. */
  readonly containers: { readonly found: Span | null; readonly planned: Span | null };
}

/** What the drawing shows of a plan, without pixels, in the words of a language. */
export function sectionModel(planned: Planned, catalogue: Catalogue): SectionModel {
  const { survey } = planned;
  const say: Say = (text) => textIn(catalogue, text);
  return {
    found: foundStrata(planned, say),
    planned: plannedStrata(planned, say),
    fates: fatesOf(planned),
    containers: { found: containerIn(survey) ?? null, planned: plannedContainer(planned) },
  };
}

type Say = (text: Text) => string;

/** Where the parts of the core as found lie, without words. */
export const foundStretches = (survey: Survey): Stretch[] => stretchesOf(foundParts(survey), survey, []);

/** Where those of a planned core lie. */
export const plannedStretches = (planned: Planned): Stretch[] =>
  stretchesOf(plannedParts(planned), planned.survey, partsInRooms(planned));

function stretchesOf(parts: readonly Part<unknown>[], { disk }: Survey, made: readonly Span[]): Stretch[] {
  return parts.flatMap((part): Stretch[] => {
    const { kind, start, length } = part;
    if (kind === 'partition') return [{ kind, start, length }];
    if (kind === 'table' || !worthDrawing(length * disk.sectorBytes)) return [];
    return [{ kind, start, length, inside: made.filter((inner) => overlap(inner, part)) }];
  });
}

function foundStrata(planned: Planned, say: Say): Stratum[] {
  const { plan, survey } = planned;
  const { sectorBytes } = survey.disk;
  return foundParts(survey).flatMap((part): Stratum[] => {
    if (part.kind === 'table') return [];
    const span = spanOf(part, sectorBytes);
    if (part.kind === 'gap') return gapStratum(span, part.inside, say);
    const note = plan.found[part.id];
    const used = usedOf(planned, part.id);
    return [
      {
        ...span,
        kind: 'partition',
        title: say(foundTitle(planned, part.partition)),
        notes: note && note.kind !== 'none' ? [say(volumeName(note.kind))] : [],
        owners: note?.owners ?? [],
        ...(used ? { used: used.bytes / span.sizeBytes } : {}),
        ...alignmentOf(span, sectorBytes),
      },
    ];
  });
}

function plannedStrata(planned: Planned, say: Say): Stratum[] {
  const { survey } = planned;
  const { sectorBytes } = survey.disk;
  const fates = new Map(fatesOf(planned).map((fate) => [fate.planned?.id, fate]));
  const rooms = setupRooms(planned);
  return plannedParts(planned).flatMap((part): Stratum[] => {
    if (part.kind === 'table') return [];
    const span = spanOf(part, sectorBytes);
    if (part.kind === 'gap') return gapStratum(span, part.inside, say, roomOf(planned, rooms, part, say));
    const p = part.partition;
    const keeps = p.from !== null && p.treatment === 'keep';
    const used = keeps ? usedOf(planned, p.from) : undefined;
    const floor = floorSectors(floorOf(planned, p), sectorBytes);
    const fate = fates.get(p.id)?.kind ?? 'new';
    const kept = say(message('section.fate', { fate: 'untouched' }));
    const become = say(fate === 'untouched' ? insideWords(planned, p.id) : message('section.fate', { fate }));
    const content = p.fileSystem === 'none' ? '' : say(volumeName(p.fileSystem));
    return [
      {
        ...span,
        kind: 'partition',
        title: say(partitionTitle(p)),
        notes: [content, become, ...(p.inside?.length ? [] : mountPointsOf(p))].filter(Boolean),
        ...(become === kept ? {} : { fate: become }),
        owners: p.owners,
        ...(used ? { used: Math.min(1, used.bytes / span.sizeBytes) } : {}),
        ...(keeps && floor !== undefined ? { floor } : {}),
        ...alignmentOf(span, sectorBytes),
      },
    ];
  });
}

function spanOf({ id, start, length }: { id: string; start: number; length: number }, sectorBytes: number) {
  return { id, start, length, sizeBytes: length * sectorBytes };
}

function alignmentOf({ start }: { start: number }, sectorBytes: number): { unaligned?: boolean } {
  return start % alignmentSectors(sectorBytes) === 0 ? {} : { unaligned: true };
}

/** What becomes of a partition that stays, by what becomes of the volumes inside of it. */
function insideWords(planned: Planned, partition: string): Text {
  const changes = insideFatesOf(planned).filter((f) => f.within.id === partition && f.kind !== 'untouched');
  if (changes.length === 0) return message('section.fate', { fate: 'untouched' });
  const kinds = new Set(changes.map((f) => f.kind));
  return message('section.inside', {
    volumes: changes.length,
    change: kinds.size === 1 ? changes[0]!.kind : 'changed',
  });
}

function floorSectors(floor: Measured | undefined, sectorBytes: number): number | undefined {
  return floor && floor.evidence !== 'no-content' ? Math.ceil(floor.bytes / sectorBytes) : undefined;
}

type RoomWords = Pick<Stratum, 'title' | 'notes' | 'owners' | 'inside'>;

/** Free space that setups are given: whose it is, and what will be made in it. */
function roomOf(planned: Planned, rooms: readonly SetupRoom[], gap: Span, say: Say): RoomWords | undefined {
  const systems = rooms
    .filter((room) => overlap(room, gap))
    .flatMap((room) => systemOf(planned.plan, room.system) ?? []);
  if (systems.length === 0) return undefined;
  const made = partsInRooms(planned).filter((part) => systems.some(({ id }) => id === part.system));
  return {
    title: say(message('section.room', { systems: systems.map((system) => system.name) })),
    notes:
      made.length > 0
        ? [say(message('section.makes', { partitions: made.length, setups: systems.length }))]
        : [],
    owners: systems.map((system) => system.id),
    inside: made.map(({ id, role, start, length }) => ({
      id,
      title: say(roleInSentence(role)),
      start,
      length,
    })),
  };
}

/** Gaps of a MiB or less are alignment, not room. */
const worthDrawing = (gapBytes: number) => gapBytes > MIB;

function gapStratum(
  span: { id: string; start: number; length: number; sizeBytes: number },
  inside: boolean,
  say: Say,
  room?: RoomWords,
): Stratum[] {
  if (!worthDrawing(span.sizeBytes)) return [];
  return [
    {
      ...span,
      kind: 'gap',
      title: room?.title ?? say(message('section.free')),
      notes: [...(room?.notes ?? []), ...(inside ? [say(message('section.extended'))] : [])],
      owners: room?.owners ?? [],
      ...(room?.inside ? { inside: room.inside } : {}),
    },
  ];
}

import { placeLabels } from './labels.js';
import type { SectionModel, Stratum, Stretch } from './model.js';
import { ribbonPath, tornPath, type Edge } from './ribbon.js';
import {
  readableScale,
  ticksOf,
  trueScale,
  viewScale,
  type DiskScale,
  type Drawn,
  type View,
} from './scale.js';

/** Which core has labels beside it. */
export type LabelSides = 'both' | 'planned' | 'none';
export type ScaleKind = 'readable' | 'true';

export interface Frame {
  readonly width: number;
  readonly height: number;
}

/** A stratum in pixels. */
export interface PlacedStratum {
  readonly id: string;
  readonly stratum: Stratum;
  readonly top: number;
  readonly height: number;
  /** Drawn taller than its share of the disk. */
  readonly exaggerated: boolean;
  /** Middle of its label. */
  readonly labelAt: number;
  /** Where its floor is drawn, from the top of the drawing; absent where it has none. */
  readonly floorAt?: number;
  /** Where what is in it is drawn in outline. */
  readonly outlines: readonly (Edge & { readonly id: string; readonly title: string })[];
}

export interface PlacedRibbon {
  readonly id: string;
  readonly kind: SectionModel['fates'][number]['kind'];
  readonly path: string;
  /** From its highest point to its lowest. */
  readonly reach: Edge;
  /** Where words about it may stand, and how much height they have. */
  readonly wordsAt: { readonly x: number; readonly y: number; readonly room: number };
  /** Planned length less found length, in sectors. */
  readonly lengthChange: number;
  readonly travels: boolean;
}

/** What drawings have in common that can be compared: where each sector lies, and how tall labels are. */
export interface Ruler {
  readonly scale: DiskScale;
  readonly labelHeight: number;
}

export interface PlacedSection extends Ruler {
  readonly width: number;
  readonly height: number;
  readonly foundX: number;
  readonly plannedX: number;
  readonly coreWidth: number;
  readonly sectorBytes: number;
  readonly found: readonly PlacedStratum[];
  readonly planned: readonly PlacedStratum[];
  readonly ribbons: readonly PlacedRibbon[];
  /** The stretch of the disk that is shown. */
  readonly view: View;
  readonly labels: LabelSides;
  /** Round places, from the top of the drawing. */
  readonly ticks: readonly number[];
  /** Where the extended container reaches from and to; `null` where there is none. */
  readonly brackets: { readonly found: Edge | null; readonly planned: Edge | null };
}

const LEAST_PARTITION = 24;
const LEAST_GAP = 14;
const LEAST_OUTLINE = 7;
const LABEL = { twoLines: 36, oneLine: 20 } as const;

/** How a section is to be drawn. */
export interface Look {
  readonly kind: ScaleKind;
  /** The stretch of the disk to be shown; all of it where absent. */
  readonly view?: View | undefined;
  /** Fewer labels, for narrow places. */
  readonly labels?: LabelSides;
  /** That of another drawing, so that what is the same in both stands in the same place. */
  readonly ruler?: Ruler | undefined;
}

/** What is drawn: the disk's sectors and how large they are. */
export interface DiskSize {
  readonly sizeSectors: number;
  readonly sectorBytes: number;
}

/**
 * One ruler for several cores of the same disk: in each of them every part has its least height and a label of its own.
 * With many parts it is taller than the frame.
 */
export function rulerFor(
  found: readonly Stretch[],
  planned: readonly (readonly Stretch[])[],
  disk: DiskSize,
  frame: Frame,
  { kind, view = wholeOf(disk), labels = 'both' }: Look,
): Ruler {
  const seen = (core: readonly Stretch[]) => core.filter((s) => overlaps(s, view)).length;
  const most = Math.max(
    labels === 'both' ? seen(found) : 0,
    ...(labels === 'none' ? [0] : planned.map((core) => seen(core))),
  );
  const labelHeight = most * LABEL.twoLines <= frame.height ? LABEL.twoLines : LABEL.oneLine;
  const height = Math.max(frame.height, most * labelHeight);
  const drawn = distinct([found, ...planned].flatMap((core) => drawnIn(core, view, labels)));
  const inner = kind === 'true' ? trueScale(view.length, height) : readableScale(view.length, drawn, height);
  return { scale: viewScale(inner, view), labelHeight };
}

const wholeOf = (disk: DiskSize): View => ({ start: 0, length: disk.sizeSectors });

/** Places cores, ribbons and labels in a frame. */
export function placeSection(model: SectionModel, disk: DiskSize, frame: Frame, look: Look): PlacedSection {
  const { labels = 'both', view = wholeOf(disk) } = look;
  const { scale, labelHeight } = look.ruler ?? rulerFor(model.found, [model.planned], disk, frame, look);
  const columns = columnsOf(Math.min(frame.width, WIDEST), labels);
  const { sectorBytes } = disk;
  const placed = (core: readonly Stratum[]) => {
    const seen = core.filter((s) => overlaps(s, view));
    return placeCore(seen.map(detailed(labels)), scale, labelHeight);
  };
  return {
    ...columns,
    height: scale.height,
    labelHeight,
    scale,
    sectorBytes,
    view,
    labels,
    ticks: ticksOf(scale, view, sectorBytes),
    found: placed(model.found),
    planned: placed(model.planned),
    ribbons: withRoomForWords(
      placeRibbons(model, scale, columns.foundX + columns.coreWidth, columns.plannedX),
    ),
    brackets: {
      found: model.containers.found && edgeOf(scale, model.containers.found),
      planned: model.containers.planned && edgeOf(scale, model.containers.planned),
    },
  };
}

/** Where there is no room for labels there is none for what is inside. */
const detailed =
  (labels: LabelSides) =>
  (stratum: Stratum): Stratum => {
    if (labels !== 'none' || !stratum.inside) return stratum;
    const { inside: _, ...plain } = stratum;
    return plain;
  };

function columnsOf(width: number, labels: LabelSides) {
  if (labels !== 'both') {
    const coreWidth = Math.round(clamp(width * 0.16, 28, 60));
    const beside = labels === 'none' ? 4 : clamp(width * 0.42, 120, 200);
    return { width, coreWidth, foundX: 4, plannedX: Math.round(width - coreWidth - beside) };
  }
  const coreWidth = Math.round(clamp(width * 0.115, 64, 124));
  const free = width - 2 * coreWidth;
  return {
    width,
    coreWidth,
    foundX: Math.round(clamp(free * 0.25, 130, 230)),
    plannedX: Math.round(width - coreWidth - clamp(free * 0.36, 170, 320)),
  };
}

const overlaps = (s: { readonly start: number; readonly length: number }, view: View) =>
  s.start < view.start + view.length && view.start < s.start + s.length;

/** Wider than this, ribbons lose what they join. */
const WIDEST = 1080;

const clamp = (n: number, least: number, most: number) => Math.max(least, Math.min(most, n));

/** Most parts are the same in most of the cores. */
const distinct = (drawn: readonly Drawn[]): Drawn[] => [
  ...new Map(drawn.map((d) => [`${d.start} ${d.length} ${d.leastPixels}`, d])).values(),
];

/** The parts of a core that are in sight, and what is drawn in them. Places are from the beginning of the view. */
function drawnIn(core: readonly Stretch[], view: View, labels: LabelSides): Drawn[] {
  const within = (s: View, leastPixels: number) => {
    const start = Math.max(s.start, view.start);
    const length = Math.min(s.start + s.length, view.start + view.length) - start;
    return { start: start - view.start, length, leastPixels };
  };
  return core
    .filter((s) => overlaps(s, view))
    .flatMap((s) => [
      within(s, s.kind === 'gap' ? LEAST_GAP : LEAST_PARTITION),
      ...(labels === 'none' ? [] : (s.inside ?? []))
        .filter((part) => overlaps(part, view))
        .map((part) => within(part, LEAST_OUTLINE)),
    ]);
}

function edgeOf(scale: DiskScale, span: { readonly start: number; readonly length: number }): Edge {
  return { top: scale.toPixel(span.start), bottom: scale.toPixel(span.start + span.length) };
}

function placeCore(strata: readonly Stratum[], scale: DiskScale, labelHeight: number): PlacedStratum[] {
  const edges = strata.map((s) => seenEdge(scale, s));
  const labels = placeLabels(
    edges.map((e) => ({ at: (e.top + e.bottom) / 2, height: labelHeight })),
    scale.height,
  );
  return strata.map((stratum, i) => {
    const { top, bottom } = edges[i]!;
    const floorAt = stratum.floor === undefined ? undefined : scale.toPixel(stratum.start + stratum.floor);
    return {
      id: stratum.id,
      stratum,
      top,
      height: bottom - top,
      exaggerated: scale.exaggerates(stratum),
      labelAt: labels[i]!,
      outlines: (stratum.inside ?? []).map((part) => ({
        id: part.id,
        title: part.title,
        ...seenEdge(scale, part),
      })),
      ...(floorAt === undefined || floorAt < 0 || floorAt > scale.height ? {} : { floorAt }),
    };
  });
}

/** The part of it that is in sight. */
function seenEdge(scale: DiskScale, span: { readonly start: number; readonly length: number }): Edge {
  const { top, bottom } = edgeOf(scale, span);
  return { top: Math.max(0, top), bottom: Math.min(scale.height, bottom) };
}

function placeRibbons(model: SectionModel, scale: DiskScale, x0: number, x1: number): PlacedRibbon[] {
  const seen = (y: number) => clamp(y, 0, scale.height);
  const inSight = (edge: Edge) => edge.bottom > 0 && edge.top < scale.height;
  return model.fates.flatMap((fate): PlacedRibbon[] => {
    const left = edgeOf(scale, fate.found);
    const torn = !fate.planned || fate.kind === 'erased';
    const right = torn ? left : edgeOf(scale, fate.planned);
    if (!inSight(left) && !inSight(right)) return [];
    const tornAt = Math.round(x0 + (x1 - x0) * 0.42);
    const end = torn ? tornAt : x1;
    return [
      {
        id: fate.found.id,
        kind: fate.kind,
        path: torn ? tornPath(x0, left, tornAt) : ribbonPath(x0, left, x1, right),
        reach: {
          top: Math.min(left.top, right.top),
          bottom: Math.max(left.bottom, right.bottom),
        },
        wordsAt: {
          x: (x0 + end) / 2,
          y: (seen(left.top) + seen(left.bottom) + seen(right.top) + seen(right.bottom)) / 4,
          room: (seen(left.bottom) - seen(left.top) + seen(right.bottom) - seen(right.top)) / 2,
        },
        lengthChange: fate.lengthChange,
        travels: fate.travels,
      },
    ];
  });
}

/** Height of the words upon a ribbon, with some space around them. */
const WORDS_HEIGHT = 18;

/** Where ribbons run into each other the widest has its words, and the others none over them. */
function withRoomForWords(ribbons: readonly PlacedRibbon[]): PlacedRibbon[] {
  const taken: number[] = [];
  const silent = new Set<PlacedRibbon>();
  for (const ribbon of [...ribbons].sort((a, b) => b.wordsAt.room - a.wordsAt.room)) {
    const { y } = ribbon.wordsAt;
    if (taken.some((other) => Math.abs(other - y) < WORDS_HEIGHT)) silent.add(ribbon);
    else taken.push(y);
  }
  return ribbons.map((r) => (silent.has(r) ? { ...r, wordsAt: { ...r.wordsAt, room: 0 } } : r));
}

/** So much of a drawing as lies in a stretch of its height; the selected part is kept, for it may have the focus. */
export function inSight(placed: PlacedSection, sight: Edge, selected: string | null): PlacedSection {
  const seen = (top: number, bottom: number) => top < sight.bottom && bottom > sight.top;
  const drawn = ({ id, top, height, labelAt }: PlacedStratum) =>
    id === selected || seen(Math.min(top, labelAt), Math.max(top + height, labelAt));
  return {
    ...placed,
    found: placed.found.filter(drawn),
    planned: placed.planned.filter(drawn),
    ribbons: placed.ribbons.filter(({ reach }) => seen(reach.top, reach.bottom)),
  };
}

import { placeLabels } from './labels.js';
import type { SectionModel, Stratum } from './model.js';
import { ribbonPath, tornPath, type Edge } from './ribbon.js';
import { readableScale, trueScale, type DiskScale } from './scale.js';

export type ScaleKind = 'readable' | 'true';

export interface Frame {
  readonly width: number;
  readonly height: number;
}

/** A stratum in pixels. */
export interface PlacedStratum {
  readonly stratum: Stratum;
  readonly top: number;
  readonly height: number;
  /** Drawn taller than its share of the disk. */
  readonly exaggerated: boolean;
  /** Middle of its label. */
  readonly labelAt: number;
  /** Where its floor is drawn, from the top of the drawing; absent where it has none. */
  readonly floorAt?: number;
}

export interface PlacedRibbon {
  readonly id: string;
  readonly kind: SectionModel['fates'][number]['kind'];
  readonly path: string;
  /** Where words about it may stand, and how much height they have. */
  readonly wordsAt: { readonly x: number; readonly y: number; readonly room: number };
  /** Planned length less found length, in sectors. */
  readonly lengthChange: number;
  readonly travels: boolean;
}

export interface PlacedSection {
  readonly width: number;
  readonly height: number;
  readonly foundX: number;
  readonly plannedX: number;
  readonly coreWidth: number;
  readonly labelHeight: number;
  readonly scale: DiskScale;
  readonly found: readonly PlacedStratum[];
  readonly planned: readonly PlacedStratum[];
  readonly ribbons: readonly PlacedRibbon[];
  /** Where the extended container reaches from and to; `null` where there is none. */
  readonly brackets: { readonly found: Edge | null; readonly planned: Edge | null };
}

const LEAST_PARTITION = 24;
const LEAST_GAP = 14;
const LABEL = { twoLines: 36, oneLine: 20 } as const;

/**
 * Places cores, ribbons and labels in a frame. With many parts the drawing becomes taller than the frame. While something
 * is drawn by hand the scale of the moment before stays: what is not moved stands still.
 */
export function placeSection(
  model: SectionModel,
  diskSectors: number,
  frame: Frame,
  kind: ScaleKind,
  frozen?: DiskScale,
): PlacedSection {
  const most = Math.max(model.found.length, model.planned.length);
  const labelHeight = most * LABEL.twoLines <= frame.height ? LABEL.twoLines : LABEL.oneLine;
  const height = Math.max(frame.height, most * labelHeight);
  const scale = frozen ?? scaleFor(model, diskSectors, height, kind);
  const width = Math.min(frame.width, WIDEST);
  const coreWidth = Math.round(clamp(width * 0.115, 64, 124));
  const free = width - 2 * coreWidth;
  const foundX = Math.round(clamp(free * 0.25, 130, 230));
  const plannedX = Math.round(width - coreWidth - clamp(free * 0.36, 170, 320));
  const found = placeCore(model.found, scale, labelHeight);
  const planned = placeCore(model.planned, scale, labelHeight);
  return {
    width,
    height: scale.height,
    foundX,
    plannedX,
    coreWidth,
    labelHeight,
    scale,
    found,
    planned,
    ribbons: placeRibbons(model, scale, foundX + coreWidth, plannedX),
    brackets: {
      found: model.containers.found && edgeOf(scale, model.containers.found),
      planned: model.containers.planned && edgeOf(scale, model.containers.planned),
    },
  };
}

/** Wider than this, ribbons lose what they join. */
const WIDEST = 1080;

const clamp = (n: number, least: number, most: number) => Math.max(least, Math.min(most, n));

function scaleFor(model: SectionModel, diskSectors: number, height: number, kind: ScaleKind): DiskScale {
  if (kind === 'true') return trueScale(diskSectors, height);
  const stretches = [...model.found, ...model.planned].map((s) => ({
    start: s.start,
    length: s.length,
    leastPixels: s.kind === 'gap' ? LEAST_GAP : LEAST_PARTITION,
  }));
  return readableScale(diskSectors, stretches, height);
}

function edgeOf(scale: DiskScale, span: { readonly start: number; readonly length: number }): Edge {
  return { top: scale.toPixel(span.start), bottom: scale.toPixel(span.start + span.length) };
}

function placeCore(strata: readonly Stratum[], scale: DiskScale, labelHeight: number): PlacedStratum[] {
  const edges = strata.map((s) => edgeOf(scale, s));
  const labels = placeLabels(
    edges.map((e) => ({ at: (e.top + e.bottom) / 2, height: labelHeight })),
    scale.height,
  );
  return strata.map((stratum, i) => ({
    stratum,
    top: edges[i]!.top,
    height: edges[i]!.bottom - edges[i]!.top,
    exaggerated: scale.exaggerates(stratum),
    labelAt: labels[i]!,
    ...(stratum.floor === undefined ? {} : { floorAt: scale.toPixel(stratum.start + stratum.floor) }),
  }));
}

function placeRibbons(model: SectionModel, scale: DiskScale, x0: number, x1: number): PlacedRibbon[] {
  return model.fates.map((fate): PlacedRibbon => {
    const left = edgeOf(scale, fate.found);
    const torn = !fate.planned || fate.kind === 'erased';
    const right = torn ? left : edgeOf(scale, fate.planned);
    const tornAt = Math.round(x0 + (x1 - x0) * 0.42);
    const end = torn ? tornAt : x1;
    return {
      id: fate.found.id,
      kind: fate.kind,
      path: torn ? tornPath(x0, left, tornAt) : ribbonPath(x0, left, x1, right),
      wordsAt: {
        x: (x0 + end) / 2,
        y: (left.top + left.bottom + right.top + right.bottom) / 4,
        room: (left.bottom - left.top + right.bottom - right.top) / 2,
      },
      lengthChange: fate.lengthChange,
      travels: fate.travels,
    };
  });
}

import type { Plan, Planned } from '../plan/index.js';
import { formatBinary, formatDecimal } from '../quantity/index.js';
import { escaped, message, textIn, type Catalogue, type Text } from '../words/index.js';
import {
  placeSection,
  type LabelSides,
  type PlacedRibbon,
  type PlacedSection,
  type PlacedStratum,
} from './layout.js';
import { sectionModel } from './model.js';
import { LEADER, PAD } from './pads.js';
import { ribbonWords } from './ribbon-words.js';

/** Where a section is drawn, in units of its drawing. */
export interface SectionPlace {
  /** Names its fills apart from those of other drawings on the same page. */
  readonly id: string;
  readonly width: number;
  readonly height: number;
  readonly labels: Exclude<LabelSides, 'none'>;
  /** Over the planned core; what it is when all is done where absent. */
  readonly heading?: Text;
}

const INK = '#2a2520';
const SOFT = '#6b6053';
/** Fills by owner in their order, as the app has them in its light theme. */
const FILLS = ['#c4d3e5', '#cddab9', '#ecd7b1', '#d6c1d6', '#b6d8d5', '#dcbdb4'];
const NOBODY = '#e4dfd7';
/** Lines over each fill, so that owners are told apart on paper without colour. */
const LINES = [
  'M0 4h8',
  'M-2 2l4 -4M0 8l8 -8M6 10l4 -4',
  'M4 0v8',
  'M-2 6l4 4M0 0l8 8M6 -2l4 4',
  'M2 2h1M6 6h1',
  'M0 4h8M4 0v8',
];
const RIBBONS: Readonly<Record<PlacedRibbon['kind'], string>> = {
  untouched: '#f0eadc',
  shrunk: '#ddd3bd',
  grown: '#ddd3bd',
  moved: 'data-travels',
  formatted: 'content-lost',
  erased: 'content-lost',
};

const n = (value: number): string => String(Math.round(value * 10) / 10);

/**
 * The section of a plan as an SVG element for a page: both cores, what becomes of each partition between them, floors, labels with
 * their leaders, and whose is what. Told in colour, and without it by lines.
 */
export function sectionSvg(catalogue: Catalogue, planned: Planned, place: SectionPlace): string {
  const { survey, plan } = planned;
  const frame = { width: place.width, height: place.height - PAD.top - PAD.bottom - LEGEND };
  const model = sectionModel(planned, catalogue);
  const placed = placeSection(model, survey.disk, frame, { kind: 'readable', labels: place.labels });
  const say = (text: Text) => escaped(textIn(catalogue, text));
  const page = new Drawing(place.id, placed, plan.systems, say);
  return page.whole(place.heading ?? message('page.then-planned'));
}

/** Height for the line that says whose is what. */
const LEGEND = 26;

class Drawing {
  private readonly height: number;

  constructor(
    private readonly id: string,
    private readonly placed: PlacedSection,
    private readonly systems: Plan['systems'],
    private readonly say: (text: Text) => string,
  ) {
    this.height = placed.height + PAD.top + PAD.bottom + LEGEND;
  }

  whole(heading: Text): string {
    const { placed } = this;
    const { foundX, plannedX, coreWidth, found, planned, labels } = placed;
    return `<svg class="section" viewBox="0 0 ${placed.width} ${n(this.height)}" role="img" aria-label="${this.say(message('page.section'))}"><defs>${this.patterns()}</defs>${
      this.caption(foundX, message('page.then-found')) + this.caption(plannedX, heading)
    }<g transform="translate(0 ${PAD.top})">${placed.ribbons.map((ribbon) => this.ribbon(ribbon)).join('')}${this.core(
      foundX,
      found,
    )}${this.core(plannedX, planned)}${this.brackets()}${planned.map((s) => this.floor(s)).join('')}${
      labels === 'both' ? this.labels('found', found) : ''
    }${this.labels('planned', planned)}<rect x="${foundX}" width="${coreWidth}" height="${n(placed.height)}" fill="none" stroke="${INK}"/><rect x="${plannedX}" width="${coreWidth}" height="${n(placed.height)}" fill="none" stroke="${INK}"/></g>${this.legend()}</svg>`;
  }

  /** As `RIBBONS` names fills, by pattern or by colour. */
  private fill(name: string): string {
    return name.startsWith('#') ? name : `url(#${this.id}-${name})`;
  }

  private patterns(): string {
    const of = (id: string, inner: string) =>
      `<pattern id="${this.id}-${id}" width="8" height="8" patternUnits="userSpaceOnUse">${inner}</pattern>`;
    const lines = (path: string) =>
      `<path d="${path}" stroke="${INK}" stroke-width=".8" stroke-opacity=".6" fill="none"/>`;
    return [
      ...FILLS.map((fill, i) =>
        of(`owner-${i}`, `<rect width="8" height="8" fill="${fill}"/>${lines(LINES[i]!)}`),
      ),
      of('owner-none', `<rect width="8" height="8" fill="${NOBODY}"/>`),
      of('data-travels', `<rect width="8" height="8" fill="#f4e2c4"/>${lines('M-2 6l4 4M0 0l8 8M6 -2l4 4')}`),
      of('content-lost', `<rect width="8" height="8" fill="#f1d3ca"/>${lines('M0 0l8 8M8 0l-8 8')}`),
    ].join('');
  }

  private caption(x: number, text: Text): string {
    const middle = x + this.placed.coreWidth / 2;
    const anchor = middle < 60 ? `x="${x}"` : `x="${n(middle)}" text-anchor="middle"`;
    return `<text ${anchor} y="16" font-size="12" font-weight="600" fill="${SOFT}">${this.say(text)}</text>`;
  }

  private ownerIndex(owner: string | undefined): string {
    const at = this.systems.findIndex((s) => s.id === owner);
    return at < 0 ? 'none' : String(at % FILLS.length);
  }

  private ribbon(ribbon: PlacedRibbon): string {
    const { path, kind, travels, wordsAt } = ribbon;
    const { first, second } = ribbonWords(ribbon, this.placed.sectorBytes);
    const fill = this.fill(RIBBONS[travels ? 'moved' : kind]);
    const line = (text: Text, y: number, weight: number) =>
      `<text x="${n(wordsAt.x)}" y="${n(y)}" text-anchor="middle" font-size="12" font-weight="${weight}" fill="${INK}" stroke="#fff" stroke-width="3" stroke-opacity=".8" paint-order="stroke">${this.say(text)}</text>`;
    const both = second !== null && wordsAt.room > 36;
    const words =
      this.placed.labels === 'both' && first !== null && wordsAt.room > 16
        ? line(first, wordsAt.y + (both ? -3 : 4), 650) + (both ? line(second, wordsAt.y + 12, 400) : '')
        : '';
    return `<g><path d="${path}" fill="${fill}" stroke="${SOFT}" stroke-width=".6"/>${words}</g>`;
  }

  private core(x: number, strata: readonly PlacedStratum[]): string {
    return strata.map((s) => this.stratum(x, s)).join('');
  }

  /** Tinted over its whole height, and with its owner’s lines as far across as it is used. */
  private stratum(x: number, { stratum, top, height, exaggerated, outlines }: PlacedStratum): string {
    const { coreWidth } = this.placed;
    const at = `y="${n(top + 0.5)}" height="${n(Math.max(0.5, height - 1))}"`;
    const index = this.ownerIndex(stratum.owners[0]);
    const tint = index === 'none' ? NOBODY : FILLS[Number(index)]!;
    const mark = exaggerated && height > 12 ? breakMark(x + coreWidth - 9, top + height / 2) : '';
    if (stratum.kind === 'gap') {
      const room = stratum.owners.length > 0 ? ` fill="${tint}" fill-opacity=".35"` : ' fill="#fff"';
      const inside = outlines
        .map(
          (o) =>
            `<rect x="${x + 5}" width="${coreWidth - 10}" y="${n(o.top + 1)}" height="${n(Math.max(1, o.bottom - o.top - 2))}" fill="none" stroke="${SOFT}"/>`,
        )
        .join('');
      return `<rect x="${x}" width="${coreWidth}" ${at}${room} stroke="${SOFT}" stroke-dasharray="3 3"/>${inside}${mark}`;
    }
    const shares = stratum.owners.length > 1 ? stratum.owners : stratum.owners.slice(0, 1);
    const used = stratum.used ?? 0;
    const bands = (shares.length === 0 ? [undefined] : shares).map((owner, i, all) => {
      const width = (coreWidth * used) / all.length;
      return `<rect x="${n(x + i * width)}" width="${n(width)}" ${at} fill="${this.fill(`owner-${this.ownerIndex(owner)}`)}"/>`;
    });
    const whose = `<rect x="${x}" width="${coreWidth}" ${at} fill="${this.fill(`owner-${index}`)}" fill-opacity=".4" stroke="${INK}" stroke-width=".7"/>`;
    return `${whose}${used > 0 ? bands.join('') : ''}${mark}`;
  }

  private floor({ stratum, floorAt, height }: PlacedStratum): string {
    if (this.placed.labels !== 'both' || floorAt === undefined || height < 60) return '';
    const { plannedX: x, coreWidth, sectorBytes } = this.placed;
    const words = message('section.floor', { bytes: stratum.floor! * sectorBytes });
    return `<path d="M${x - 8} ${n(floorAt)}H${x + coreWidth + 6}" stroke="${INK}" stroke-width="1.4" stroke-dasharray="3 3"/><text x="${x - 12}" y="${n(floorAt + 4)}" text-anchor="end" font-size="11" fill="${INK}" stroke="#fff" stroke-width="3" stroke-opacity=".8" paint-order="stroke">${this.say(words)}</text>`;
  }

  private brackets(): string {
    const { brackets, foundX, plannedX, coreWidth } = this.placed;
    return [
      { edge: brackets.found, x: foundX - 6, turn: 4 },
      { edge: brackets.planned, x: plannedX + coreWidth + 6, turn: -4 },
    ]
      .map(({ edge, x, turn }) =>
        edge
          ? `<path d="M${x + turn} ${n(edge.top + 1)}H${x}V${n(edge.bottom - 1)}H${x + turn}" fill="none" stroke="${INK}"/>`
          : '',
      )
      .join('');
  }

  private labels(side: 'found' | 'planned', strata: readonly PlacedStratum[]): string {
    const { foundX, plannedX, coreWidth, width, labelHeight } = this.placed;
    const found = side === 'found';
    const [edge, end] = found
      ? [foundX - 1, foundX - LEADER]
      : [plannedX + coreWidth + 1, plannedX + coreWidth + LEADER];
    const room = found ? foundX - LEADER - 4 : width - plannedX - coreWidth - LEADER - 4;
    return strata
      .map((s) => {
        const { top, height, labelAt, stratum } = s;
        const middle = top + height / 2;
        const leader = `M${edge} ${n(middle)}H${n(edge + (end - edge) * 0.2)}L${n(edge + (end - edge) * 0.45)} ${n(labelAt)}H${end}`;
        const at = `x="${found ? end - 3 : end + 3}"${found ? ' text-anchor="end"' : ''}`;
        const binary = formatBinary(stratum.sizeBytes);
        const both = `${binary} · ${formatDecimal(stratum.sizeBytes)}`;
        const sizes = both.length * LETTER <= room ? both : binary;
        const notes = stratum.notes.join(' · ');
        const head = titleWithin(stratum.title, notes, room);
        const words =
          labelHeight > 30
            ? `<text ${at} y="${n(labelAt - 2)}" font-size="12">${head}</text><text ${at} y="${n(labelAt + 12)}" font-size="11" fill="${SOFT}">${sizes}</text>`
            : `<text ${at} y="${n(labelAt + 4)}" font-size="11">${titleWithin(stratum.title, binary, room)}</text>`;
        return `<path d="${leader}" fill="none" stroke="${SOFT}" stroke-width=".8"/>${words}`;
      })
      .join('');
  }

  /** Whose is what: each system with its fill. */
  private legend(): string {
    const y = this.height - LEGEND + 6;
    let x = this.placed.labels === 'both' ? 10 : 4;
    return this.systems
      .map((system, i) => {
        const at = x;
        x += 28 + system.name.length * LETTER + 14;
        return x > this.placed.width + 40
          ? ''
          : `<rect x="${n(at)}" y="${n(y)}" width="20" height="12" fill="${this.fill(`owner-${i % FILLS.length}`)}" stroke="${INK}" stroke-width=".7"/><text x="${n(at + 26)}" y="${n(y + 10)}" font-size="11">${escaped(system.name)}</text>`;
      })
      .join('');
  }
}

/** Mean width of a letter at this size; what is cut off is cut by that. */
const LETTER = 6.2;

const fit = (text: string, room: number): string => {
  const most = Math.max(3, Math.floor(room / LETTER));
  return text.length > most ? `${text.slice(0, most - 1)}…` : text;
};

/** A title in bold with notes behind it; the notes give way first, whole. */
function titleWithin(title: string, notes: string, room: number): string {
  const bold = `<tspan font-weight="650">${escaped(fit(title, room))}</tspan>`;
  const fits = (title.length + 2 + notes.length) * LETTER <= room;
  return notes !== '' && fits ? `${bold} <tspan fill="${SOFT}">${escaped(notes)}</tspan>` : bold;
}

/** The sign that a stratum is drawn taller than it is. */
const breakMark = (x: number, y: number): string =>
  `<path d="M${n(x)} ${n(y - 4)}l5 3-5 2 5 3" fill="none" stroke="${INK}" stroke-opacity=".7" stroke-width="1.2"/>`;

import { linesOf, spanOf, titleOfLine, type Moment } from '../moment/index.js';
import { formatBinary } from '../quantity/index.js';
import { message, textIn, type Catalogue } from '../words/index.js';
import { escaped } from './escaped.js';

/** A moment as far as its drawing needs it. */
export type DiskThen = Pick<Moment, 'planned' | 'made' | 'taken'>;

const WIDTH = 760;
const HEIGHT = 46;
/** Of a part that would be drawn thinner. */
const LEAST = 12;
/** From this width on a part has room for words. */
const WORDED = 44;
const LETTER = 6.1;

/** Fills by owner in their order, as the app has them in its light theme; paper without colour tells by the words. */
const FILLS = ['#c4d3e5', '#cddab9', '#ecd7b1', '#d6c1d6', '#b6d8d5', '#dcbdb4'];
const NOBODY = '#e4dfd7';

/**
 * The disk at a moment as one bar, from its first sector on the left to its last on the right: an SVG element for a page.
 * In a readable scale: what would be too thin to see is drawn wider.
 */
export function stripSvg(catalogue: Catalogue, { planned, made, taken }: DiskThen): string {
  const { plan, survey } = planned;
  const { sectorBytes, sizeSectors } = survey.disk;
  const lines = linesOf(planned, made);
  const wished = lines.map((line) => Math.max(LEAST, (spanOf(line).length / sizeSectors) * WIDTH));
  const all = wished.reduce((sum, w) => sum + w, 0);
  let x = 0;
  const drawn = lines.map((line, i) => {
    const width = (wished[i]! / all) * WIDTH;
    const at = x;
    x += width;
    const owner =
      line.kind === 'made'
        ? line.part.system
        : line.kind === 'partition'
          ? line.partition.owners[0]
          : undefined;
    const index = plan.systems.findIndex((s) => s.id === owner);
    const fill = line.kind === 'gap' ? '#fff' : index < 0 ? NOBODY : FILLS[index % FILLS.length]!;
    const title = textIn(catalogue, titleOfLine(plan, line, taken));
    const size = formatBinary(spanOf(line).length * sectorBytes);
    const dashes = line.kind === 'gap' ? ' stroke-dasharray="4 3"' : '';
    return `<g><title>${escaped(`${title}, ${size}`)}</title><rect x="${px(at + 0.5)}" y=".5" width="${px(width - 1)}" height="${HEIGHT - 1}" fill="${fill}" stroke="#2a2520"${dashes}/>${
      width < WORDED ? '' : words(at + 5, width - 8, title, size)
    }</g>`;
  });
  return `<svg class="strip" viewBox="0 0 ${WIDTH} ${HEIGHT}" role="img" aria-label="${escaped(textIn(catalogue, message('page.strip')))}">${drawn.join('')}</svg>`;
}

const px = (n: number): string => String(Math.round(n * 10) / 10);

function words(x: number, width: number, title: string, size: string): string {
  const most = Math.floor(width / LETTER);
  const cut = (text: string) => (text.length > most ? `${text.slice(0, Math.max(1, most - 1))}…` : text);
  return `<text x="${px(x)}" y="19" font-weight="600">${escaped(cut(title))}</text><text x="${px(x)}" y="36">${escaped(cut(size))}</text>`;
}

import { readFileSync } from 'node:fs';
import { join } from 'node:path';

type Rgb = readonly [number, number, number];

const CSS = readFileSync(join(__dirname, 'theme.css'), 'utf8');
const SCHEMES = ['light', 'dark'] as const;
type Scheme = (typeof SCHEMES)[number];

/** The colours of one theme, by name, each part 0 to 1 in linear light. */
function coloursOf(scheme: Scheme): Map<string, Rgb> {
  const block = new RegExp(`color-scheme='${scheme}'\\]\\s*{([^}]*)}`).exec(CSS)![1]!;
  const entries = [...block.matchAll(/--([\w-]+):\s*#([0-9a-f]{6})/g)].map(([, name, hex]): [string, Rgb] => [
    name!,
    [0, 2, 4].map((i) => linear(parseInt(hex!.slice(i, i + 2), 16) / 255)) as unknown as Rgb,
  ]);
  return new Map(entries);
}

const linear = (c: number) => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4);
const dot = (row: Rgb, [r, g, b]: Rgb) => row[0] * r + row[1] * g + row[2] * b;
const times = (matrix: readonly [Rgb, Rgb, Rgb], c: Rgb): Rgb => [
  dot(matrix[0], c),
  dot(matrix[1], c),
  dot(matrix[2], c),
];

/** How full dichromats see a colour of linear light: Machado, Oliveira and Fernandes 2009, severity 1.0. */
const EYES = {
  'usual eyes': [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ],
  protanopia: [
    [0.152286, 1.052583, -0.204868],
    [0.114503, 0.786281, 0.099216],
    [-0.003882, -0.048116, 1.051998],
  ],
  deuteranopia: [
    [0.367322, 0.860646, -0.227968],
    [0.280085, 0.672501, 0.047413],
    [-0.01182, 0.04294, 0.968881],
  ],
  tritanopia: [
    [1.255528, -0.076749, -0.178779],
    [-0.078411, 0.930809, 0.147602],
    [0.004733, 0.691367, 0.3039],
  ],
} as const;

/** CIE L*a*b* under D65 of a colour of linear sRGB light (IEC 61966-2-1, CIE 15). */
function lab(c: Rgb): Rgb {
  const clipped = c.map((x) => Math.min(1, Math.max(0, x))) as unknown as Rgb;
  const [x, y, z] = times(
    [
      [0.4124564, 0.3575761, 0.1804375],
      [0.2126729, 0.7151522, 0.072175],
      [0.0193339, 0.119192, 0.9503041],
    ],
    clipped,
  );
  const f = (t: number) => (t > 216 / 24389 ? Math.cbrt(t) : ((24389 / 27) * t + 16) / 116);
  const [fx, fy, fz] = [f(x / 0.95047), f(y), f(z / 1.08883)];
  return [116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz)];
}

const distance = (a: Rgb, b: Rgb) => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);
const luminance = (c: Rgb) => dot([0.2126, 0.7152, 0.0722], c);

/** WCAG 2.2, “contrast ratio”. */
function contrast(a: Rgb, b: Rgb): number {
  const [dark, light] = [luminance(a), luminance(b)].sort((x, y) => x - y);
  return (light! + 0.05) / (dark! + 0.05);
}

/** Two owners side by side must be told apart; about two of these units are just noticeable. */
const LEAST_DISTANCE = 12;

describe.each(SCHEMES)('the %s theme', (scheme) => {
  const colours = coloursOf(scheme);
  const owners = [0, 1, 2, 3, 4, 5].map((n) => `owner-${n}`).concat('owner-none');

  test.each(Object.entries(EYES))('owners are told apart by %s', (_, eye) => {
    const seen = owners.map((name) => lab(times(eye, colours.get(name)!)));
    const close = owners.flatMap((name, i) =>
      owners
        .slice(i + 1)
        .map((other, j) => [name, other, distance(seen[i]!, seen[i + 1 + j]!)] as const)
        .filter(([, , d]) => d < LEAST_DISTANCE)
        .map(([a, b, d]) => `${a} ${b} ${d.toFixed(1)}`),
    );
    expect(close).toEqual([]);
  });

  test.each(['ink', 'ink-soft', 'accent', 'blocker', 'hazard', 'caution', 'advice'])(
    'text in %s can be read on every surface',
    (ink) => {
      const poor = ['paper', 'ground', 'raised', 'accent-wash']
        .map((on) => [on, contrast(colours.get(ink)!, colours.get(on)!)] as const)
        .filter(([, ratio]) => ratio < 4.5);
      expect(poor).toEqual([]);
    },
  );
});

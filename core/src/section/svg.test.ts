import fc from 'fast-check';
import { apply } from '../edits/index.js';
import { anyStyledDisk, walk } from '../testing/arbitraries.js';
import { drawn, edited, gib, newSystem, planOn, surveysOf } from '../testing/builders.js';
import { english } from '../words/index.js';
import { sectionSvg } from './index.js';

const PLACE = { id: 'here', width: 760, height: 700, labels: 'both' } as const;
const survey = drawn(500, ['1GiB efi', '200GiB windows "Main <b>"', '100GiB ext4 "old"']);
const plan = edited(
  planOn(survey),
  survey,
  { kind: 'note-found', found: 'found-2', changes: { usedBytes: 90 * 2 ** 30 } },
  { kind: 'resize', partition: 'found-2', length: gib(150), hold: 'start' },
  { kind: 'remove', partition: 'found-3' },
  { kind: 'add-system', system: newSystem('linux-desktop', 'Tern', 'tern') },
);
const svg = sectionSvg(english, { plan, survey }, PLACE);

test('both cores are drawn, with what becomes of each partition, floors, sizes and whose is what', () => {
  for (const said of [
    'as found',
    'as planned',
    'shrinks by 50 GiB',
    'deleted',
    'floor 90 GiB',
    '150 GiB',
    'Tern',
  ])
    expect(svg).toContain(said);
  expect(svg).toContain('Main &lt;b&gt;');
});

test('owners and hazards are told by lines too, so that paper without colour tells them', () => {
  const patterns = [...svg.matchAll(/<pattern id="here-([a-z-]+\d?)"[^>]*>(.*?)<\/pattern>/g)];
  const lines = patterns
    .filter(([, id]) => id !== 'owner-none')
    .map(([, , inner]) => /<path d="([^"]+)"/.exec(inner!)?.[1]);
  expect(new Set(lines).size).toBeGreaterThanOrEqual(7);
  expect(lines).not.toContain(undefined);
});

test('whatever the plan is, the drawing is whole and stays within its frame', () =>
  fc.assert(
    fc.property(anyStyledDisk, fc.nat(), (disk, seed) => {
      let now = planOn(disk);
      walk(disk, seed, 6, (before, edit) => {
        const result = apply(before, edit, surveysOf(disk));
        return (now = result.ok ? result.plan : before);
      });
      for (const labels of ['both', 'planned'] as const) {
        const text = sectionSvg(english, { plan: now, survey: disk }, { ...PLACE, labels });
        expect(text).not.toMatch(/NaN|undefined|Infinity/);
        const [, width, height] = /viewBox="0 0 ([\d.]+) ([\d.]+)"/.exec(text)!;
        for (const [, y] of text.matchAll(/<text [^>]*y="([-\d.]+)"/g)) {
          expect(Number(y)).toBeGreaterThan(-20);
          expect(Number(y)).toBeLessThanOrEqual(Number(height));
        }
        expect(Number(width)).toBe(760);
      }
    }),
    { numRuns: 40 },
  ));

/** Attributes of every element of a name, as numbers where they are. */
const elements = (text: string, name: string): Record<string, string>[] =>
  [...text.replace(/<defs>.*<\/defs>/s, '').matchAll(new RegExp(`<${name} ([^>]*)>`, 'g'))].map(([, inner]) =>
    Object.fromEntries([...inner!.matchAll(/([\w-]+)="([^"]*)"/g)].map(([, key, value]) => [key!, value!])),
  );

/** The parts of a core, by what they are drawn as: their edges half a line in, so that neighbours share one. */
function partsAt(text: string, x: number, width: number): { top: number; bottom: number }[] {
  return elements(text, 'rect')
    .filter((r) => Number(r['x']) === x && Number(r['width']) === width && r['y'] !== undefined)
    .filter((r) => r['stroke-dasharray'] !== undefined || r['fill-opacity'] === '.4')
    .map((r) => ({ top: Number(r['y']) - 0.5, bottom: Number(r['y']) + Number(r['height']) + 0.5 }));
}

test('each core is tiled by its parts, from top to bottom, and framed', () => {
  const frames = elements(svg, 'rect').filter((r) => r['fill'] === 'none' && r['y'] === undefined);
  expect(frames).toHaveLength(2);
  for (const frame of frames) {
    const parts = partsAt(svg, Number(frame['x']), Number(frame['width']));
    expect(parts.length).toBeGreaterThan(2);
    expect(parts[0]!.top).toBeCloseTo(0, 0);
    for (const [i, part] of parts.slice(1).entries()) expect(part.top).toBeCloseTo(parts[i]!.bottom, 0);
    expect(parts.at(-1)!.bottom).toBeCloseTo(Number(frame['height']), 0);
  }
  const height = Number(/viewBox="0 0 [\d.]+ ([\d.]+)"/.exec(svg)![1]);
  // Headings above, and below the line that says whose is what.
  expect(height).toBeGreaterThan(Number(frames[0]!['height']) + 40);
  expect(height).toBeLessThanOrEqual(PLACE.height);
  const legend = elements(svg, 'rect').filter((r) => r['width'] === '20' && r['height'] === '12');
  expect(legend).toHaveLength(plan.systems.length);
  for (const box of legend) {
    expect(Number(box['y'])).toBeGreaterThan(height - 30);
    expect(Number(box['y']) + 12).toBeLessThan(height);
  }
});

test('a ribbon of what is deleted ends short of the planned core, every other one reaches it', () => {
  const planned = Number(
    elements(svg, 'rect').filter((r) => r['fill'] === 'none' && r['y'] === undefined)[1]!['x'],
  );
  const reach = (path: string) =>
    Math.max(...[...path.matchAll(/(-?[\d.]+)[ ,]-?[\d.]+/g)].map((m) => Number(m[1])));
  const ribbons = elements(svg, 'path').filter((p) => p['stroke-width'] === '.6');
  const torn = ribbons.filter((p) => p['fill'] === 'url(#here-content-lost)');
  expect(torn).toHaveLength(1);
  for (const { d } of ribbons) {
    if (d === torn[0]!['d']) expect(reach(d!)).toBeLessThan(planned - 20);
    else expect(d).toContain(String(planned));
  }
});

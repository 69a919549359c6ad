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

import fc from 'fast-check';
import { noteFoundEdit } from '../compose/index.js';
import { apply } from '../edits/index.js';
import { USUAL_WISH, type Planned } from '../plan/index.js';
import { GIB } from '../quantity/index.js';
import { LEVELS_OF_SIZE, SWAP_RULES, SYSTEM_PROFILES } from '../system/index.js';
import { drawn, edited, newSystem, planOn } from '../testing/builders.js';
import { english, inEnglish } from '../words/index.js';
import {
  applyRecipe,
  dayPlanMarkdown,
  outcomeSays,
  printRecipe,
  readRecipe,
  recipeOf,
  totalsOf,
  type Recipe,
} from './index.js';

const TEXT = `rhizotome recipe 1
# what every bench gets
recipe "Bench Linux"
add "Linux", like linux-desktop, wished comfortable, wished home 50% of free
wish efi any, share with free 60MiB, keeps 130% of used, keeps free 40GiB, moves at most 0B
`;

const read = (text: string): Recipe => {
  const outcome = readRecipe(text);
  if (!outcome.ok) throw new Error(inEnglish(outcome.error.says));
  return outcome.recipe;
};

const laptop = (gib: number, usedGib: number, efiUsedMib = 20): Planned => {
  const survey = drawn(gib, ['100MiB efi', '16MiB reserved', 'rest windows']);
  const plan = [
    noteFoundEdit(planOn(survey), 'found-1', { usedBytes: efiUsedMib * 2 ** 20 }),
    noteFoundEdit(planOn(survey), 'found-3', { usedBytes: usedGib * GIB }),
  ].reduce((now, edit) => edited(now, survey, edit), planOn(survey));
  return { plan, survey };
};

test('a text is read, and printed as the same', () => {
  const recipe = read(TEXT);
  expect(recipe.systems).toEqual([
    {
      name: 'Linux',
      profile: 'linux-desktop',
      wish: { size: 'comfortable', home: { share: 0.5 }, swap: 'advised' },
    },
  ]);
  expect(recipe.wish).toMatchObject({
    efiFreeBytes: 60 * 2 ** 20,
    keep: { factor: 1.3, freeBytes: 40 * GIB },
    mostMovedBytes: 0,
  });
  expect(read(printRecipe(recipe))).toEqual(recipe);
  expect(read(JSON.stringify(recipe))).toEqual(recipe);
});

const amounts = fc.oneof(
  fc.integer({ min: 1, max: 900 }).map((n) => ({ bytes: n * GIB })),
  fc.integer({ min: 1, max: 100 }).map((percent) => ({ share: percent / 100 })),
);

test('any recipe is the same again when it was printed and read', () => {
  const system = fc.record({
    name: fc.constantFrom('Linux', 'Two words', 'a "quoted" one', 'Ünï'),
    profile: fc.constantFrom(...SYSTEM_PROFILES.map((p) => p.id)),
    wish: fc.record({
      size: fc.oneof(fc.constantFrom(...LEVELS_OF_SIZE), amounts),
      home: fc.oneof(fc.constant('on-root' as const), amounts),
      swap: fc.constantFrom('advised' as const, ...SWAP_RULES),
    }),
  });
  const { untouched: _, ...usual } = USUAL_WISH;
  fc.assert(
    fc.property(
      fc.array(system, { minLength: 1, maxLength: 6 }),
      fc.option(fc.nat(99)),
      (systems, restarts) => {
        const wish = { ...usual, mostRestarts: restarts };
        const recipe: Recipe = { format: 'rhizotome/recipe', version: 1, name: 'Any', systems, wish };
        expect(read(printRecipe(recipe))).toEqual(recipe);
      },
    ),
  );
});

test.each([
  ['', 1, 'A recipe begins with'],
  ['rhizotome 1\n', 1, 'A recipe begins with'],
  ['rhizotome recipe 1\n', 1, 'A recipe adds something'],
  ['rhizotome recipe 1\nadd "Linux"', 2, 'Write what it is like'],
  ['rhizotome recipe 1\nadd "Linux", like linux-desktop, wished huge', 2, 'huge'],
  ['rhizotome recipe 1\nadd "Linux", like linux-desktop, wished 0% of free', 2, 'A share is'],
  [
    'rhizotome recipe 1\nadd "L", like linux-desktop\nwish efi any, untouched "found-1"',
    3,
    'names no partition',
  ],
  ['rhizotome recipe 1\nadd "L", like linux-desktop\nwish efi any, keeps 130% of used', 3, 'Write both'],
  ['rhizotome recipe 1\nadd "L", like linux-desktop\nshrink all', 3, 'not known here'],
  ['{"format":"rhizotome/recipe","version":9}', 1, 'newer version'],
  ['{"format":', 1, 'no JSON'],
])('%j is refused at its line', (text, line, why) => {
  const outcome = readRecipe(text);
  expect(outcome).toMatchObject({ ok: false, error: { line } });
  if (!outcome.ok) expect(inEnglish(outcome.error.says)).toContain(why);
});

describe('applied to a machine', () => {
  const recipe = read(TEXT);

  test('it adds its systems and takes up the best proposal, as one edit', () => {
    const planned = laptop(500, 100);
    const outcome = applyRecipe(recipe, planned);
    expect(outcome.fit).toBe('whole');
    const result = apply(planned.plan, outcome.edit!, () => planned.survey);
    expect(result.ok && result.plan).toEqual(outcome.after);
    expect(outcome.after.partitions.map((p) => p.role)).toEqual([
      'efi',
      'reserved',
      'system',
      'root',
      'home',
    ]);
    expect(outcome.after.partitions[2]!.length * 512).toBeGreaterThanOrEqual(140 * GIB);
    expect(inEnglish(outcome.edit!.says)).toBe('Apply the recipe “Bench Linux”');
  });

  test('again it changes nothing', () => {
    const { after } = applyRecipe(recipe, laptop(500, 100));
    expect(applyRecipe(recipe, { plan: after, survey: laptop(500, 100).survey })).toMatchObject({
      fit: 'there',
      edit: null,
      after,
    });
  });

  test('an EFI system partition with less free space is not shared', () => {
    const outcome = applyRecipe(recipe, laptop(500, 100, 50));
    expect(outcome.after.partitions.filter((p) => p.role === 'efi')).toHaveLength(2);
  });

  test('less fits, or nothing, and why', () => {
    expect(applyRecipe(recipe, laptop(500, 365)).fit).toBe('less');
    const full = applyRecipe(recipe, laptop(200, 190));
    expect([full.fit, full.edit]).toEqual(['no', null]);
    expect(full.whyNot.map((w) => w.says.code)).toContain('why-not.short');
  });

  test('totals count what is changed only', () => {
    const outcomes = [laptop(500, 100), laptop(500, 365), laptop(200, 190)].map((p) =>
      applyRecipe(recipe, p),
    );
    const totals = totalsOf(outcomes);
    expect(totals.fits).toEqual({ whole: 1, less: 1, no: 1, there: 0 });
    expect(totals.restarts).toBe(outcomes[0]!.figures.restarts + outcomes[1]!.figures.restarts);
  });

  test('the plan of the day has a row for each that changes, and says its restarts once', () => {
    const machines = [laptop(500, 100), laptop(200, 190)].map((planned, i) => ({
      name: `bench | ${i}`,
      survey: planned.survey,
      outcome: applyRecipe(recipe, planned),
    }));
    const page = dayPlanMarkdown(english, 'Bench Linux', machines);
    const [, , row] = page.split('\n').filter((line) => line.startsWith('|'));
    const [name, becomes, restarts] = row!.split(/(?<!\\)\|/).slice(1, 4);
    expect(name!.trim()).toBe('bench \\| 0');
    expect(becomes).toContain('fits: ');
    expect(becomes).not.toContain('restart');
    expect(Number(restarts)).toBe(machines[0]!.outcome.figures.restarts);
    expect(inEnglish(outcomeSays(machines[0]!.outcome))).toMatch(/\d restarts/);
    expect(page).toMatch(/^- \*\*bench \\\| 1\*\*: does not fit/m);
  });
});

test('a plan’s wishes are a recipe, which gives the same again on the same disk', () => {
  const planned = laptop(500, 100);
  const system = {
    ...newSystem('linux-desktop'),
    wish: { size: 'generous', home: 'on-root', swap: 'none' },
  } as const;
  const plan = edited(planned.plan, planned.survey, { kind: 'add-system', system });
  const made = recipeOf(plan, 'As on the first')!;
  expect(made.systems).toEqual([{ name: system.name, profile: 'linux-desktop', wish: system.wish }]);
  expect(applyRecipe(made, planned).after.partitions.at(-1)!.length * 512).toBeGreaterThanOrEqual(
    system.generousBytes,
  );
  expect(recipeOf(planned.plan, 'nothing comes')).toBeUndefined();
});

import { readdirSync, readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import fc from 'fast-check';
import { findAll } from '../finding/index.js';
import { apply, EDIT_DOCUMENT, type Edit } from '../edits/index.js';
import { PLAN_DOCUMENT, type Plan } from '../plan/index.js';
import { applyRecipe, RecipeSchema } from '../recipe/index.js';
import { writtenText } from '../schema/index.js';
import type { Survey } from '../survey/index.js';
import { anyStyledDisk, walk } from '../testing/arbitraries.js';
import { planOn, surveysOf } from '../testing/builders.js';
import { drawnFrom } from '../testing/from-schema.js';
import { mutated } from '../testing/mutated.js';
import {
  beginFromText,
  begunMachine,
  givenMachine,
  readMachineArchive,
  type MachineArchive,
} from './index.js';

/** What a store would refuse of an edit on a plan, or of what comes of it; an edit that the plan refuses is none. */
function refusedOf(plan: Plan, survey: Survey, edit: Edit): string[] {
  const made = apply(plan, edit, surveysOf(survey));
  if (!made.ok) return [];
  return [
    ...(writtenText(EDIT_DOCUMENT, edit).ok ? [] : ['the edit']),
    ...(writtenText(EDIT_DOCUMENT, made.inverse).ok ? [] : ['the way back']),
    ...(writtenText(PLAN_DOCUMENT, made.plan).ok ? [] : ['the plan']),
  ];
}

test('every remedy reads back, with what comes of it', () => {
  let offered = 0;
  fc.assert(
    fc.property(anyStyledDisk, fc.nat(), (survey, seed) => {
      walk(survey, seed, 4, (before, edit) => {
        const result = apply(before, edit, surveysOf(survey));
        const plan = result.ok ? result.plan : before;
        for (const { remedies } of findAll({ plan, survey }))
          for (const remedy of remedies) {
            offered += 1;
            expect(refusedOf(plan, survey, remedy.edit)).toEqual([]);
          }
        return plan;
      });
    }),
    { numRuns: 30 },
  );
  expect(offered).toBeGreaterThan(100);
});

test('every recipe gives an edit that reads back, with what comes of it', () => {
  let given = 0;
  fc.assert(
    fc.property(anyStyledDisk, drawnFrom(RecipeSchema), (survey, recipe) => {
      const plan = planOn(survey);
      const { edit } = applyRecipe(recipe, { plan, survey });
      if (!edit) return;
      given += 1;
      expect(refusedOf(plan, survey, edit)).toEqual([]);
    }),
    { numRuns: 25 },
  );
  expect(given).toBeGreaterThan(3);
});

const IDENTITY = { id: 'reading', takenAt: '2026-05-04T07:30:00.000Z' };
const json = (folder: string): [string, unknown][] =>
  readdirSync(folder)
    .filter((file) => file.endsWith('.json'))
    .map((file) => [file, JSON.parse(readFileSync(resolve(folder, file), 'utf8'))]);

/** What begins of a text, as it is sent to be put on the bench; `undefined` where the text is refused. */
function begun(text: string): MachineArchive | undefined {
  const outcome = beginFromText(text, IDENTITY);
  if (!outcome.ok || outcome.kind === 'archive') return undefined;
  let keys = 0;
  return outcome.kind === 'machine'
    ? givenMachine(outcome.machine, IDENTITY.takenAt)
    : begunMachine(outcome.beginning, {
        name: 'whimbrel',
        key: () => `key-${++keys}`,
        at: IDENTITY.takenAt,
      });
}

test.each([
  ...json(resolve(__dirname, '../testing/reports')),
  ...json(resolve(__dirname, '../survey/lsblk/printed')),
])('whatever %s holds, it is refused, or begins a machine that is kept whole', (_, document) => {
  let kept = 0;
  fc.assert(
    fc.property(mutated(document), (value) => {
      const archive = begun(JSON.stringify(value));
      if (!archive) return;
      const read = readMachineArchive(JSON.parse(JSON.stringify(archive)));
      expect(read.ok ? read.value.left : read.fault).toEqual([]);
      kept += 1;
    }),
    { numRuns: 120 },
  );
  expect(kept).toBeGreaterThan(0);
});

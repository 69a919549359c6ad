import fc from 'fast-check';
import { sectors } from '../quantity/index.js';
import { readStored, same, type DocumentKind } from '../schema/index.js';
import { SURVEY_DOCUMENT, SurveySchema, type Survey } from '../survey/index.js';
import { drawnFrom } from '../testing/from-schema.js';
import { anyStyledDisk, walk } from '../testing/arbitraries.js';
import { drawn, planOn, surveysOf } from '../testing/builders.js';
import { beginEdit } from '../compose/index.js';
import { EMPTY_PLAN, PLAN_DOCUMENT } from '../plan/index.js';
import { EDIT_DOCUMENT } from './document.js';
import { apply, EditSchema } from './edit.js';
import { planFault } from './faults.js';

/** What a store would find in the text of a document; `undefined` where it reads as it was written. */
function fault<T>(kind: DocumentKind<T>, value: T): unknown {
  const read = readStored(kind, JSON.stringify(value));
  if (!read.ok) return read.fault;
  return same(read.value, value) ? undefined : 'another document';
}

/** The same with its partitions one behind the other, within the disk: one that a plan can be made on. */
function laidOut(survey: Survey): Survey {
  const length = 2 ** 21;
  const partitions = survey.partitions.map((p, i) => ({
    ...p,
    start: sectors(2048 + i * length),
    length: sectors(length),
    ebrAt: undefined,
    logical: undefined,
  }));
  const disk = {
    ...survey.disk,
    sizeSectors: sectors(2 ** 30),
    firstUsable: sectors(34),
    usableEnd: sectors(2 ** 30 - 34),
  };
  return { ...survey, disk, partitions, containers: undefined, damage: [] };
}

test('every edit that is made reads back, with what leads back over it and the plan that it gives', () => {
  let made = 0;
  fc.assert(
    fc.property(anyStyledDisk, fc.nat(), (survey, seed) => {
      walk(survey, seed, 8, (before, edit) => {
        const result = apply(before, edit, surveysOf(survey));
        if (!result.ok) return before;
        made += 1;
        const faults = [
          fault(EDIT_DOCUMENT, edit),
          fault(EDIT_DOCUMENT, result.inverse),
          fault(PLAN_DOCUMENT, result.plan),
        ];
        expect(faults).toEqual([undefined, undefined, undefined]);
        return result.plan;
      });
    }),
    { numRuns: 60 },
  );
  expect(made).toBeGreaterThan(120);
});

test('every edit that is accepted as a document is made so that it reads back, or is refused', () => {
  const survey = drawn(500, ['1GiB efi', '100GiB ext4 "one"', '100GiB ext4 "two"']);
  let made = 0;
  fc.assert(
    fc.property(drawnFrom(EditSchema), (edit) => {
      const result = apply(planOn(survey), edit, surveysOf(survey));
      if (!result.ok) return;
      made += 1;
      expect(fault(EDIT_DOCUMENT, result.inverse)).toBeUndefined();
      expect(fault(PLAN_DOCUMENT, result.plan)).toBeUndefined();
    }),
    { numRuns: 300 },
  );
  expect(made).toBeGreaterThan(20);
});

const anySurvey = drawnFrom(SurveySchema).chain((survey) => fc.constantFrom(survey, laidOut(survey)));

test('every reading that is accepted reads back, and begins a plan that is accepted', () => {
  let begun = 0;
  fc.assert(
    fc.property(anySurvey, (survey) => {
      expect(fault(SURVEY_DOCUMENT, survey)).toBeUndefined();
      const edit = beginEdit({ plan: EMPTY_PLAN, survey });
      const made = apply(EMPTY_PLAN, edit, () => survey);
      if (!made.ok) return;
      begun += 1;
      expect(fault(EDIT_DOCUMENT, edit)).toBeUndefined();
      expect(fault(EDIT_DOCUMENT, made.inverse)).toBeUndefined();
      expect(fault(PLAN_DOCUMENT, made.plan)).toBeUndefined();
      expect(planFault(made.plan, survey)).toBeUndefined();
    }),
    { numRuns: 60 },
  );
  expect(begun).toBeGreaterThan(15);
});

import fc from 'fast-check';
import { apply, type Edit } from '../edits/index.js';
import { EMPTY_PLAN, type Plan } from '../plan/index.js';
import { anyStyledDisk, walk } from '../testing/arbitraries.js';
import { planOn, surveysOf } from '../testing/builders.js';
import type { Survey } from '../survey/index.js';
import { canonicalText } from '../schema/index.js';
import {
  digestAfter,
  digestOfBeginning,
  recovered,
  recordFaults,
  sameProcedure,
  type StoredRecord,
} from './index.js';

/** A machine as a store would keep it after so many random edits, and its plan at every revision. */
function kept(survey: Survey, seed: number, steps: number): { record: StoredRecord; plans: Plan[] } {
  const beginning = JSON.stringify(planOn(survey));
  const plans = [planOn(survey)];
  const edits: StoredRecord['edits'][number][] = [];
  let digest = digestOfBeginning(beginning);
  const make = (before: Plan, edit: Edit) => {
    const made = apply(before, edit, surveysOf(survey));
    if (!made.ok) return before;
    const revision = edits.length + 1;
    const texts = { edit: JSON.stringify(edit), inverse: JSON.stringify(made.inverse) };
    const row = { revision, key: `key-${revision}`, intent: 'do', ...texts };
    digest = digestAfter(digest, row);
    edits.push({ ...row, digest });
    plans.push(made.plan);
    return made.plan;
  };
  walk(survey, seed, steps, make);
  const record = {
    revision: edits.length,
    plan: JSON.stringify(plans.at(-1)),
    beginning,
    digest,
    edits,
    surveys: [{ id: survey.id, document: JSON.stringify(survey) }],
    alternatives: [{ name: 'as it was', plan: beginning }],
  };
  return { record, plans };
}

const anyRecord = fc
  .tuple(anyStyledDisk, fc.nat(), fc.integer({ min: 0, max: 12 }))
  .map(([survey, seed, steps]) => kept(survey, seed, steps));

const codes = (record: StoredRecord) => recordFaults(record).map(({ code }) => code);

test('what edits led to has no fault, whatever they were', () => {
  fc.assert(
    fc.property(anyRecord, ({ record }) => expect(recordFaults(record)).toEqual([])),
    { numRuns: 60 },
  );
});

const SOME = fc
  .sample(anyRecord, { numRuns: 16, seed: 11 })
  .map(({ record }) => record)
  .filter(({ edits }) => edits.length > 1);

/** One thing in a record becomes another. */
const DAMAGE: Readonly<Record<string, (record: StoredRecord, at: number) => StoredRecord>> = {
  'the plan is torn': (r) => ({ ...r, plan: r.plan.slice(0, -9) }),
  'the plan is that of before': (r, at) => ({ ...r, plan: other(r, at) }),
  'an edit is torn': (r, at) => changed(r, at, (e) => ({ ...e, edit: e.edit.slice(1) })),
  'an inverse is torn': (r, at) => changed(r, at, (e) => ({ ...e, inverse: '' })),
  'an edit has another key': (r, at) => changed(r, at, (e) => ({ ...e, key: 'another' })),
  'an edit has another digest': (r, at) =>
    changed(r, at, (e) => ({ ...e, digest: r.digest.replace(/^./, 'x') })),
  'an edit is gone': (r, at) => ({ ...r, edits: r.edits.filter((_, i) => i !== at) }),
  'the last edits are gone': (r, at) => ({ ...r, edits: r.edits.slice(0, at) }),
  'two edits have changed places': (r, at) => ({
    ...r,
    edits: r.edits.map((e, i) => (i === at ? { ...r.edits.at(-1)!, revision: e.revision } : e)),
  }),
  'the beginning is another': (r) => ({ ...r, beginning: JSON.stringify({ ...EMPTY_PLAN, surveyId: null }) }),
  'a reading is torn': (r) => ({ ...r, surveys: r.surveys.map((s) => ({ ...s, document: '{' })) }),
  'a reading is gone': (r) => ({ ...r, surveys: [] }),
  'an alternative is torn': (r) => ({ ...r, alternatives: [{ name: 'x', plan: 'x' }] }),
};

const changed = (
  record: StoredRecord,
  at: number,
  change: (edit: StoredRecord['edits'][number]) => StoredRecord['edits'][number],
): StoredRecord => ({ ...record, edits: record.edits.map((e, i) => (i === at ? change(e) : e)) });

/** A plan of the record that is not its last; where there is none, no plan. */
const other = (record: StoredRecord, at: number): string =>
  at > 0 && record.beginning !== record.plan ? record.beginning! : 'none';

test.each(Object.entries(DAMAGE))('%s: that is found', (_, damage) => {
  let damaged = 0;
  for (const record of SOME)
    for (const at of [0, Math.floor(record.edits.length / 2)]) {
      const hurt = damage(record, at);
      if (JSON.stringify(hurt) === JSON.stringify(record)) continue;
      damaged += 1;
      expect(codes(hurt)).not.toEqual([]);
    }
  expect(damaged).toBeGreaterThan(5);
});

describe('a plan that cannot be read', () => {
  test('is made again from its edits, whole', () => {
    fc.assert(
      fc.property(anyRecord, ({ record, plans }) =>
        expect(recovered({ ...record, plan: '' })).toEqual({
          plan: plans.at(-1),
          revision: record.revision,
          digest: record.digest,
          setAside: [],
        }),
      ),
      { numRuns: 40 },
    );
  });

  test('is made again up to an edit that cannot be read; the rest is set aside', () => {
    fc.assert(
      fc.property(anyRecord, fc.nat(), ({ record, plans }, n) => {
        if (record.edits.length === 0) return;
        const at = n % record.edits.length;
        const found = recovered(changed({ ...record, plan: '' }, at, (e) => ({ ...e, edit: 'torn' })));
        expect(found?.revision).toBe(at);
        expect(found?.plan).toEqual(plans[at]);
        expect(found!.digest).toBe(
          at === 0 ? digestOfBeginning(record.beginning) : record.edits[at - 1]!.digest,
        );
        expect(found!.setAside.map((e) => e.revision)).toEqual(record.edits.slice(at).map((e) => e.revision));
      }),
      { numRuns: 40 },
    );
  });

  test('is not made up where its beginning or its reading is gone', () => {
    const { record } = fc.sample(anyRecord, { numRuns: 1, seed: 4 })[0]!;
    expect(recovered({ ...record, beginning: null })).toBeUndefined();
    expect(recovered({ ...record, surveys: [] })).toBeUndefined();
  });
});

test('a plan whose steps were ticked off has the same procedure, and no other', () => {
  fc.assert(
    fc.property(anyRecord, ({ plans }) => {
      const [first, last] = [plans[0]!, plans.at(-1)!];
      const ticked = { ...last, ticked: ['one'], records: { one: { at: null, remark: 'at 9' } } };
      expect(sameProcedure(last, ticked)).toBe(true);
      const bare = (plan: Plan): string => canonicalText({ ...plan, ticked: [], records: undefined });
      expect(sameProcedure(first, last)).toBe(bare(first) === bare(last));
    }),
    { numRuns: 30 },
  );
});

test('an edit of an earlier version counts as it was written', () => {
  const edit = '{"kind":"batch","title":"Both","edits":[]}';
  const first = digestOfBeginning(null);
  const row = { key: 'one', intent: 'do', edit };
  expect(digestAfter(first, row)).toBe(digestAfter(first, { ...row, edit: `  ${edit}` }));
  expect(digestAfter(first, row)).not.toBe(digestAfter(first, { ...row, edit: edit.replace('Both', 'Two') }));
});

import {
  apply,
  findAll,
  gapsOf,
  MIB,
  practiceDiskPlanned,
  printNotation,
  readDocument,
} from '@rhizotome/core';
import { benchMachine, DEMO_NAMES, demoMachine } from './index.js';

const IDENTITY = { id: 'demo', takenAt: '2026-05-04T07:30:00.000Z' };

describe.each(DEMO_NAMES)('%s', (name) => {
  const { plan, survey, story } = demoMachine(name, IDENTITY);

  test('is told by its file, and says the same again when it is printed', () => {
    const text = printNotation({ name, story, plan, survey });
    expect(readDocument(text, IDENTITY)).toMatchObject({ ok: true, value: { name, story, plan, survey } });
  });

  test('is a plan that edits can go on from, and that can be practised', () => {
    const edit = { kind: 'set-machine', changes: { ramBytes: 2 ** 35 } } as const;
    expect(apply(plan, edit, () => survey ?? undefined).ok).toBe(true);
    expect(findAll({ plan, survey: survey! }).every((f) => f.says.code.startsWith('finding.'))).toBe(true);
    expect(practiceDiskPlanned({ plan, survey: survey! }).sizeBytes).toBe(
      survey!.disk.sizeSectors * survey!.disk.sectorBytes,
    );
  });
});

test('the three that were read hold what their images hold', () => {
  const gaps = (name: 'petrel' | 'dunlin' | 'knot') =>
    gapsOf(demoMachine(name, IDENTITY).survey!, MIB).length;
  expect([gaps('petrel'), gaps('dunlin'), gaps('knot')]).toEqual([0, 2, 0]);
});

test('petrel comes to the bench unread', () => {
  expect(benchMachine('petrel', IDENTITY)).toMatchObject({
    survey: null,
    plan: { surveyId: null, partitions: [] },
  });
});

import { noteFoundEdit } from '../compose/index.js';
import { GIB } from '../quantity/index.js';
import { drawn, edited, gib, mib, planOn } from '../testing/builders.js';
import { stepsDocument } from './index.js';

const survey = drawn(100, ['20GiB ext4 "one"', '20GiB ext4 "two"', '10GiB ext4 "three"']);
const noted = edited(
  planOn(survey),
  survey,
  noteFoundEdit(planOn(survey), 'found-2', { usedBytes: 5 * GIB }),
);
const plan = edited(
  noted,
  survey,
  { kind: 'remove', partition: 'found-1' },
  { kind: 'move', partition: 'found-2', start: mib(1 + 10 * 1024) },
);

test('each step says where, how, what it waits for and what a power cut costs', () => {
  const { steps, ...about } = stepsDocument({ plan, survey });
  expect(about).toMatchObject({ format: 'rhizotome/steps', version: 1, sectorBytes: 512, refused: null });
  expect(about.losses).toEqual([{ step: 'move:found-2', found: 'found-1', why: 'written-over' }]);
  expect(steps.find((s) => s.id === 'move:found-2')).toEqual({
    id: 'move:found-2',
    kind: 'move',
    environment: { kind: 'live' },
    partition: 'found-2',
    found: 'found-2',
    system: null,
    before: { start: mib(1) + gib(20), sectors: gib(20) },
    after: { start: mib(1) + gib(10), sectors: gib(20) },
    copy: { from: mib(1) + gib(20), to: mib(1) + gib(10), sectors: gib(20), direction: 'forward' },
    reads: [{ start: mib(1) + gib(20), sectors: gib(20) }],
    writes: [{ start: mib(1) + gib(10), sectors: gib(20) }],
    needs: expect.arrayContaining(['delete:found-1', 'safety-copy']),
    bytes: { least: 5 * GIB, most: 20 * GIB },
    seconds: { least: expect.any(Number), most: expect.any(Number) },
    exposure: { what: ['found-2'], when: { from: gib(10), of: gib(20) } },
    unlists: null,
    undo: 'yes',
  });
});

test('the way back after so many of them, and what is lost by then', () => {
  const whole = stepsDocument({ plan, survey }).steps.map((s) => s.id);
  const before = stepsDocument({ plan, survey }, whole.indexOf('move:found-2'));
  expect([before.steps.map((s) => s.id), before.losses]).toEqual([['back:delete:found-1'], []]);
  const after = stepsDocument({ plan, survey }, whole.length);
  expect(after.steps.map((s) => s.id)).toEqual(['back:move:found-2', 'back:delete:found-1']);
  expect(after.steps[0]!.copy).toMatchObject({ direction: 'backward', to: mib(1) + gib(20) });
  expect(after.losses.map((l) => l.found)).toEqual(['found-1']);
});

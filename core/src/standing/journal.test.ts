import { drawn, edited, gib, planOn } from '../testing/builders.js';
import { isJournalOf, journalName, readJournal } from './index.js';

const survey = drawn(500, ['1GiB efi', '200GiB ext4 "one"']);
const planned = { plan: planOn(survey), survey };
const shrunk = {
  survey,
  plan: edited(planned.plan, survey, {
    kind: 'resize',
    partition: 'found-2',
    length: gib(100),
    hold: 'start',
  }),
};
const head = journalName(shrunk, 2);
const read = (...lines: readonly string[]) => readJournal(`${[head, ...lines].join('\n')}\n`);

test.each([
  ['nothing yet', [], { done: null, begun: null, pieces: 0 }],
  ['a step that was begun', ['t begun 5:shrink:x'], { done: null, begun: 5 }],
  ['a step that is done', ['t begun 5:shrink:x', 't done 5:shrink:x'], { done: 5, begun: null }],
  [
    'pieces of the step that was begun last',
    ['t begun 5:move:x', 't copied 5:move:x 9', 't done 5:move:x', 't begun 6:move:y', 't copied 6:move:y 2'],
    { done: 5, begun: 6, pieces: 2 },
  ],
  ['a step that was stopped', ['t begun 5:move:x', 't stopped 5:move:x'], { done: null, begun: 5 }],
  ['a line that was cut off', ['t begun 5:move:x', 't copied 5:move:x 1 cut off'], { begun: 5, pieces: 0 }],
] as const)('a journal with %s', (_, lines, expected) => {
  expect(read(...lines)).toMatchObject({ phase: 2, ...expected });
});

test('its last line counts only once all of it was written', () => {
  expect(readJournal(`${head}\nt begun 5:move:x\nt copied 5:move:x 12`)).toMatchObject({
    begun: 5,
    pieces: 0,
  });
});

test.each(['', 'some text\n', 'rhizotome-0000000g-phase-1\n', `x${'rhizotome-00000000-phase-1'}\n`])(
  'what is no journal is told from one: %j',
  (text) => expect(readJournal(text)).toBeNull(),
);

test('it is of the procedure that it was begun for, and of no other', () => {
  expect(isJournalOf(shrunk, read()!)).toBe(true);
  expect(isJournalOf(planned, read()!)).toBe(false);
});

import { z } from 'zod';
import { EDIT_DOCUMENT } from '../edits/index.js';
import { PLAN_DOCUMENT, EMPTY_PLAN } from '../plan/index.js';
import { inEnglish } from '../words/index.js';
import { issueSays, pathOf, readDocumentOf, readStored, statedVersion, type DocumentKind } from './index.js';

/** A document that has been of three versions: a name, then names, then names in an object. */
const NAMES: DocumentKind<{ names: { list: string[] } }> = {
  version: 3,
  schema: z.object({ version: z.literal(3), names: z.object({ list: z.array(z.string()) }) }),
  upgrades: [
    ({ name }) => ({ version: 2, names: [name] }),
    ({ names }) => ({ version: 3, names: { list: names } }),
  ],
  versionOf: statedVersion,
};

test.each([
  ['one without a version', { name: 'tern' }],
  ['the first', { version: 1, name: 'tern' }],
  ['the second', { version: 2, names: ['tern'] }],
  ['today’s', { version: 3, names: { list: ['tern'] } }],
])('%s comes to the same', (_, document) => {
  expect(readDocumentOf(NAMES, document)).toMatchObject({ ok: true, value: { names: { list: ['tern'] } } });
});

test.each([
  ['a newer one', { version: 4 }, { code: 'newer', version: 4, known: 3 }],
  ['a wrong field', { version: 3, names: { list: [7] } }, { code: 'shape', path: 'names.list.0' }],
  ['a list', [], { code: 'shape', path: '' }],
  ['nothing', null, { code: 'shape', path: '' }],
])('%s is refused', (_, document, fault) => {
  expect(readDocumentOf(NAMES, document)).toMatchObject({ ok: false, fault });
});

test('a text that is cut off is told from one of another shape', () => {
  expect(readStored(PLAN_DOCUMENT, '{"format":')).toEqual({ ok: false, fault: { code: 'not-json' } });
  expect(readStored(PLAN_DOCUMENT, JSON.stringify(EMPTY_PLAN))).toEqual({ ok: true, value: EMPTY_PLAN });
  expect(readStored(PLAN_DOCUMENT, JSON.stringify({ ...EMPTY_PLAN, version: 9 }))).toMatchObject({
    fault: { code: 'newer', version: 9, known: 6 },
  });
});

test('edits made at once under a title of their own keep it', () => {
  const edits = [{ kind: 'tick', step: 'backup', done: true }];
  expect(readDocumentOf(EDIT_DOCUMENT, { kind: 'batch', title: 'Both at once', edits })).toEqual({
    ok: true,
    value: { kind: 'batch', says: { code: 'edit.titled', with: { title: 'Both at once' } }, edits },
  });
  const unknown = { kind: 'batch', says: { code: 'edit.nonsense', with: null }, edits };
  expect(readDocumentOf(EDIT_DOCUMENT, unknown)).toMatchObject({ ok: false, fault: { path: 'says.code' } });
});

const SHAPE = z.strictObject({
  name: z.string().min(2).max(5),
  count: z.int().min(1).max(9),
  list: z.array(z.number().gt(0).lt(1)).max(2),
  kind: z.enum(['one', 'two']),
  at: z.iso.datetime(),
  letters: z
    .string()
    .regex(/^[a-z]*$/, 'shape.device')
    .optional(),
  either: z.union([z.literal(1), z.strictObject({ a: z.string() })]),
  even: z.number().refine((n) => n % 2 === 0, 'shape.disk-order'),
});
const SOUND = {
  name: 'tern',
  count: 3,
  list: [0.5],
  kind: 'one',
  at: '2026-11-26T10:00:00Z',
  either: 1,
  even: 2,
};

test.each([
  [{ name: undefined }, 'name', 'This is missing.'],
  [{ name: 7 }, 'name', 'It has to be a text.'],
  [{ name: 'x' }, 'name', 'It has to be at least 2 characters.'],
  [{ name: 'puffin' }, 'name', 'It can be at most 5 characters.'],
  [{ count: 0 }, 'count', 'It has to be at least 1.'],
  [{ count: 1.5 }, 'count', 'It has to be a whole number.'],
  [{ count: 10 }, 'count', 'It can be at most 9.'],
  [{ list: [0.5, 0.5, 0.5] }, 'list', 'It can be at most 2 items.'],
  [{ list: [0] }, 'list.0', 'It has to be more than 0.'],
  [{ list: [0.5, 1] }, 'list.1', 'It has to be less than 1.'],
  [{ kind: 'three' }, 'kind', 'It can be: one, two.'],
  [{ at: 'today' }, 'at', 'It is not written as it should be (datetime).'],
  [{ either: {} }, 'either', 'It has none of the forms that are known here.'],
  [
    { letters: '5' },
    'letters',
    'A device name is written as Linux prints it, such as nvme0n1 or /dev/mapper/array.',
  ],
  [{ even: 3 }, 'even', 'Partitions are not in disk order.'],
  [{ other: 1, more: 2 }, '', '“other”, “more” are not known here.'],
])('%j is told at %j', (change, path, says) => {
  const document = { ...SOUND, ...change };
  const [issue] = SHAPE.safeParse(document).error!.issues;
  expect([pathOf(issue!), inEnglish(issueSays(issue!, document))]).toEqual([path, says]);
});

import { z } from 'zod';
import { EDIT_DOCUMENT, PLAN_DOCUMENT, EMPTY_PLAN } from '../plan/index.js';
import { readDocumentOf, readStored, statedVersion, type DocumentKind } from './index.js';

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
    fault: { code: 'newer', version: 9, known: 5 },
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

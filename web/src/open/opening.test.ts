import { beginEdit, EMPTY_PLAN, surveyFromHand, type OpenedMachine, type Survey } from '@rhizotome/core';
import { Problem, Unreachable } from '../api/client.js';
import { openMachine, readingsOf } from './opening.js';
import type { Unsent } from './unsent.js';

function reading(id: string): Survey {
  const outcome = surveyFromHand(
    { diskBytes: 500e9, sectorBytes: 512, style: 'gpt', text: '100GiB ext4' },
    { id, takenAt: '2026-01-01T00:00:00.000Z' },
  );
  if (!outcome.ok) throw new Error(outcome.refusal.says.code);
  return outcome.survey;
}

const edit = (id: string): Unsent => ({
  kind: 'edit',
  key: `key-${id}`,
  intent: 'do',
  edit: beginEdit({ plan: EMPTY_PLAN, survey: reading(id) }),
});

/** A server that has these readings, and one of them on its plan. */
function server(has: readonly string[], on: readonly string[]) {
  const asked: string[] = [];
  const opened: OpenedMachine = {
    id: 'm',
    name: 'm',
    story: '',
    revision: 3,
    digest: 'd'.repeat(64) as OpenedMachine['digest'],
    plan: EMPTY_PLAN,
    surveys: on.map(reading),
    history: [],
    follows: true,
    aside: [],
  };
  return {
    asked,
    open: () => Promise.resolve(opened),
    survey: (_: string, id: string) => {
      asked.push(id);
      return has.includes(id)
        ? Promise.resolve(reading(id))
        : Promise.reject(new Problem(404, 'not-found', 'no'));
    },
  };
}

test.each<[string, readonly Unsent[], string[]]>([
  ['nothing unsent', [], []],
  ['an edit on the reading of the plan', [edit('one')], []],
  ['an edit on a reading that the server has', [edit('two')], ['two']],
  ['two edits on one reading', [edit('two'), edit('two')], ['two']],
  [
    'an edit on a reading that is itself unsent',
    [{ kind: 'survey', survey: reading('new') }, edit('new')],
    [],
  ],
])('%s: only what is missing is asked for', async (_, unsent, asked) => {
  const api = server(['one', 'two'], ['one']);
  const opened = await openMachine(api, 'm', unsent, { point: undefined, made: [] });
  expect(api.asked).toEqual(asked);
  expect(opened.surveys.map((s) => s.id)).toEqual(['one', ...asked]);
  expect(opened.revision).toBe(3);
});

test('a reading that the server does not have is left out; a server that does not answer is a failure', async () => {
  expect(await readingsOf(server(['one'], []), 'm', ['one', 'gone', 'one'])).toHaveLength(1);
  const silent = { survey: () => Promise.reject(new Unreachable()) };
  await expect(readingsOf(silent, 'm', ['one'])).rejects.toThrow(Unreachable);
  const failing = { survey: () => Promise.reject(new Problem(500, 'internal', 'failed')) };
  await expect(readingsOf(failing, 'm', ['one'])).rejects.toThrow(Problem);
});

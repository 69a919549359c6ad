/** @jest-environment jsdom */
import { answerWith } from '../testing/answer.js';
import type { Alternative, Plan } from '@rhizotome/core';
import { screen, waitFor } from '@testing-library/react';
import { openStage, story } from '../testing/stage.js';
import { words } from '../words/words.js';
import { useAlternatives } from './alternatives.js';
import { useOpenMachine, useOpenState } from './context.js';

const AT = '2026-05-04T07:30:00.000Z';

/** The kept plans of a server, as it answers for them; `refuses` what it is asked then. */
class Kept {
  list: Alternative[] = [];
  removed: Alternative[] = [];
  asked: string[] = [];
  refuses: string | null = null;
  down = false;

  answer(method: string, path: string, body: Partial<Alternative> | null): unknown {
    const [id, verb] = path.split('/').slice(5);
    const one = this.list.find((kept) => kept.id === id);
    if (method === 'GET') return this.list;
    if (method === 'PATCH')
      this.list = this.list.map((kept) => (kept === one ? { ...kept, name: body!.name! } : kept));
    else if (method === 'DELETE') {
      this.removed.push(one!);
      this.list = this.list.filter((kept) => kept !== one);
    } else if (verb === 'restore') this.list.push(this.removed.find((kept) => kept.id === id)!);
    else {
      const made = verb === 'duplicate' ? { ...one!, name: `${one!.name} (copy)` } : (body as Alternative);
      this.list.push({ ...made, id: `a${this.list.length + 1}`, keptAt: AT });
    }
    return {};
  }

  fetch = (address: string, { method, body }: { method: string; body?: string }) => {
    this.asked.push(`${method} ${address}`);
    if (this.down) return Promise.reject(new TypeError('no network'));
    const { refuses } = this;
    const answer = refuses
      ? { code: 'refused', detail: refuses }
      : this.answer(method, address, body === undefined ? null : (JSON.parse(body) as Alternative));
    return Promise.resolve(answerWith(refuses ? 422 : 200, answer));
  };
}

function Names() {
  const ways = useAlternatives();
  const { open } = useOpenMachine();
  const { plan } = useOpenState();
  const other = plan.machine.modeInUse === 'uefi' ? 'bios' : 'uefi';
  return (
    <>
      <button type="button" onClick={() => void ways.keep('as it is')} disabled={ways.keeping}>
        keep
      </button>
      <button type="button" onClick={() => open.do({ kind: 'set-target', changes: { mode: other } })}>
        change
      </button>
      {ways.problem !== null && <p role="alert">{ways.problem}</p>}
      {ways.removed && (
        <button type="button" onClick={ways.putBack}>
          {`put back ${ways.removed.name}`}
        </button>
      )}
      <ul>
        {ways.kept?.map((kept) => (
          <li key={kept.id}>
            <span data-stands={ways.stands(kept)}>{kept.name}</span>
            {(['duplicate', 'remove', 'takeUp'] as const).map((verb) => (
              <button key={verb} type="button" onClick={() => ways[verb](kept)}>
                {`${verb} ${kept.name}`}
              </button>
            ))}
            <button type="button" onClick={() => ways.rename(kept, `${kept.name}, later`)}>
              {`rename ${kept.name}`}
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}

const kept = new Kept();
const names = () => screen.queryAllByRole('listitem').map((item) => item.querySelector('span')!.textContent);
const shows = (...expected: string[]) => waitFor(() => expect(names()).toEqual(expected));

async function opened() {
  Object.assign(kept, new Kept(), { fetch: kept.fetch });
  globalThis.fetch = kept.fetch as unknown as typeof fetch;
  const stage = await openStage(<Names />, story('btrfs-shrinks'));
  const press = (name: string) => stage.hand.click(screen.getByRole('button', { name }));
  return { ...stage, press };
}

test('plans are kept, renamed and copied under their names; one that is deleted can be put back', async () => {
  const { press } = await opened();
  await press('keep');
  await shows('as it is');
  await press('rename as it is');
  await shows('as it is, later');
  await press('duplicate as it is, later');
  await shows('as it is, later', 'as it is, later (copy)');
  await press('remove as it is, later (copy)');
  await shows('as it is, later');
  await press('put back as it is, later (copy)');
  await shows('as it is, later', 'as it is, later (copy)');
  expect(screen.queryByRole('button', { name: /^put back/ })).toBeNull();
});

test('what is kept is known from what stands now, and taken up as one edit that goes back', async () => {
  const { press, plan, open } = await opened();
  const stands = () => screen.getByText('as it is').dataset['stands'];
  await press('keep');
  await shows('as it is');
  expect(stands()).toBe('true');
  const before: Plan = plan();
  await press('change');
  expect([plan().target.mode, stands()]).toEqual([before.target.mode === 'uefi' ? 'bios' : 'uefi', 'false']);
  await press('takeUp as it is');
  expect([plan().target, stands()]).toEqual([before.target, 'true']);
  expect(open.getState().history.undo).toHaveLength(2);
});

test('why a plan cannot be kept is said, in words of ours where nothing answers', async () => {
  const { press } = await opened();
  kept.refuses = 'At most 50 plans can be kept.';
  await press('keep');
  await waitFor(() => expect(screen.getByRole('alert').textContent).toBe('At most 50 plans can be kept.'));
  Object.assign(kept, { refuses: null, down: true });
  await press('keep');
  await waitFor(() =>
    expect(screen.getByRole('alert').textContent).toBe(words['open.server-does-not-answer']()),
  );
  kept.down = false;
  await press('keep');
  await shows('as it is');
  expect(screen.queryByRole('alert')).toBeNull();
});

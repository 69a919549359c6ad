/** @jest-environment jsdom */
import { answerWith } from '../testing/answer.js';
import { MantineProvider } from '@mantine/core';
import { EMPTY_PLAN, type OpenedMachine } from '@rhizotome/core';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter, Route, Routes } from 'react-router';
import { useEdit, useOpenState } from './context.js';
import { OpenMachine } from './OpenMachine.js';

const MACHINE: OpenedMachine = {
  id: 'm',
  name: 'whimbrel',
  story: '',
  revision: 0,
  digest: 'd'.repeat(64) as OpenedMachine['digest'],
  plan: EMPTY_PLAN,
  surveys: [],
  history: [],
  follows: true,
  aside: [],
};

/** What the wire answers, request by request; `null`: nothing answers. */
function wire(...answers: readonly (object | number | null)[]) {
  const asked: string[] = [];
  const left = [...answers];
  globalThis.fetch = ((address: string) => {
    // The stream of events has nothing to say here.
    if (/\/(?:events|presence)/.test(address)) return new Promise(() => undefined);
    asked.push(address);
    const answer = left.length > 1 ? left.shift() : left[0];
    if (answer === null) return Promise.reject(new TypeError('no network'));
    const status = typeof answer === 'number' ? answer : 200;
    const body = typeof answer === 'number' ? { code: 'not-found', detail: 'There is none.' } : answer;
    return Promise.resolve(answerWith(status, body));
  }) as unknown as typeof fetch;
  return asked;
}

/** A stage that tries what cannot be. */
function Stage() {
  const { plan } = useOpenState();
  const { attempt } = useEdit();
  return (
    <>
      <p>{plan.target.mode}</p>
      <button type="button" onClick={() => attempt({ kind: 'remove', partition: 'none' })}>
        impossible
      </button>
      <button type="button" onClick={() => attempt({ kind: 'set-target', changes: { mode: 'bios' } })}>
        change
      </button>
    </>
  );
}

function open() {
  render(
    <MantineProvider env="test">
      <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retryDelay: 1 } } })}>
        <MemoryRouter initialEntries={['/machines/m/layout']}>
          <Routes>
            <Route path="/machines/:id" element={<OpenMachine />}>
              <Route path=":stage" element={<Stage />} />
            </Route>
          </Routes>
        </MemoryRouter>
      </QueryClientProvider>
    </MantineProvider>,
  );
  return userEvent.setup({ delay: null });
}

beforeEach(() => localStorage.clear());

test('a machine is waited for, opened under its name, and says what is refused until that is put away', async () => {
  const asked = wire(MACHINE);
  const hand = open();
  expect(screen.getByRole('status').textContent).toContain('Opening');
  await screen.findByText('uefi');
  expect([asked[0], document.title]).toEqual(['/api/machines/m', 'whimbrel – Rhizotome']);
  expect(screen.queryByRole('alert')).toBeNull();
  await hand.click(screen.getByRole('button', { name: 'impossible' }));
  const alert = screen.getByRole('alert');
  expect(alert.textContent).toContain('This change was not made');
  await hand.click(screen.getByRole('button', { name: 'Dismiss' }));
  expect(screen.queryByRole('alert')).toBeNull();
});

test('where nothing answers that is said, and it can be tried again', async () => {
  wire(null, null, MACHINE);
  const hand = open();
  const alert = await screen.findByRole('alert');
  expect(alert.querySelector('h1')!.textContent).toBe('The machine could not be opened');
  await hand.click(screen.getByRole('button', { name: 'Try again' }));
  await waitFor(() => expect(screen.getByText('uefi')).toBeTruthy());
});

test('a machine that is not there is not asked for twice', async () => {
  const asked = wire(404);
  open();
  const alert = await screen.findByRole('alert');
  expect(asked).toHaveLength(1);
  expect(alert.querySelector('h1')!.textContent).toBe('There is no such machine');
  expect(screen.queryByRole('button', { name: 'Try again' })).toBeNull();
  expect(screen.getByRole('link', { name: 'All machines' }).getAttribute('href')).toBe('/');
});

test('what the server did not take is kept here and sent again, and once more after the machine is opened anew', async () => {
  const asked = wire(MACHINE, null);
  const hand = open();
  await screen.findByText('uefi');
  await hand.click(screen.getByRole('button', { name: 'change' }));
  const sent = () => asked.filter((address) => address.endsWith('/edits')).length;
  await waitFor(() => expect(sent()).toBe(2), { timeout: 3000 });
  cleanup();
  const later = wire(MACHINE, null);
  open();
  await screen.findByText('bios');
  await waitFor(() => expect(later.some((address) => address.endsWith('/edits'))).toBe(true));
});

test('nothing asks for an open machine outside of one', () => {
  const quiet = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  expect(() => render(<Stage />)).toThrow('Used outside an open machine');
  quiet.mockRestore();
});

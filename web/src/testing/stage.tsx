import { MantineProvider } from '@mantine/core';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { EMPTY_PLAN, readDocument, type Plan, type Survey } from '@rhizotome/core';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { useMemo, useState, type ReactNode } from 'react';
import { MemoryRouter, Route, Routes } from 'react-router';
import { OpenMachineContext } from '../open/context.js';
import { OpenPlan } from '../open/open-plan.js';
import { PreviewProvider } from '../open/preview.js';
import { ServerInMemory } from '../open/testing/server-in-memory.js';
import { windowsInMemory } from '../open/testing/windows-in-memory.js';
import type { Live } from '../open/live.js';
import { seenIn } from '../open/seen.js';
import { unsentIn } from '../open/unsent.js';
import { browserStore } from '../parts/browser-store.js';
import { storageInMemory } from '../parts/testing/storage-in-memory.js';

const ROOT = join(__dirname, '../../..');

/** A machine as text, read as the app reads it. */
export function planOf(text: string): { readonly plan: Plan; readonly survey: Survey | undefined } {
  const read = readDocument(text, { id: 'reading', takenAt: '2026-05-04T07:30:00.000Z' });
  if (!read.ok) throw new Error(JSON.stringify(read.problem));
  const { plan, survey } = read.value;
  return { plan: plan ?? EMPTY_PLAN, survey: survey ?? undefined };
}

const textIn = (folder: string) => (name: string) =>
  readFileSync(join(ROOT, folder, `${name}.rhizotome`), 'utf8');

/** A machine of the demo data, as text. */
export const demo = textIn('demo/machines');

/** A plan with something to do, as text. */
export const story = textIn('core/src/testing/plans');

/** A server that says nothing by itself. */
const SILENT: Live = { listen: () => () => undefined, at: () => undefined };

/** A stage of an open machine, on a server in memory, for a hand to work in. */
export async function openStage(stage: ReactNode, text: string, path = '/') {
  const { plan, survey } = planOf(text);
  const server = new ServerInMemory();
  server.plan = plan;
  server.surveys = survey ? [survey] : [];
  let keys = 0;
  const storage = storageInMemory();
  const kept = browserStore(() => storage);
  const open = new OpenPlan(
    'm',
    { ...(await server.open('m')), lost: [], keptAt: null },
    {
      api: server,
      unsent: unsentIn(kept),
      seen: seenIn(kept),
      kept: { keep: () => undefined, forget: () => undefined },
      followers: windowsInMemory().follower(),
      live: SILENT,
      newKey: () => `stage-${++keys}-key`,
      later: (milliseconds, work) => setTimeout(work, milliseconds),
    },
  );
  open.attend();
  const hand = userEvent.setup({ delay: null });
  render(
    <MantineProvider env="test">
      <QueryClientProvider client={new QueryClient()}>
        <MemoryRouter initialEntries={[path]}>
          <Routes>
            <Route path="*" element={<Opened open={open}>{stage}</Opened>} />
          </Routes>
        </MemoryRouter>
      </QueryClientProvider>
    </MantineProvider>,
  );
  await act(() => Promise.resolve());
  return {
    hand,
    screen,
    within,
    plan: () => open.getState().plan,
    open,
    /** The id of the reading that is open. */
    readingId: () => open.getState().survey?.id,
    /** What the server has, once it has everything. */
    saved: async (): Promise<Plan> => {
      await act(async () => {
        while (open.getState().sync === 'saving') await new Promise((done) => setTimeout(done, 1));
      });
      return server.plan;
    },
  };
}

function Opened({ open, children }: { open: OpenPlan; children: ReactNode }) {
  const [refusal, showRefusal] = useState<string | null>(null);
  const value = useMemo(() => ({ id: 'm', name: 'machine', story: '', open, showRefusal }), [open]);
  return (
    <OpenMachineContext value={value}>
      <PreviewProvider>{children}</PreviewProvider>
      {refusal !== null && <p role="alert">{refusal}</p>}
    </OpenMachineContext>
  );
}

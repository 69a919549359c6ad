import { Button, Loader } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { Link, Outlet, useLocation, useParams } from 'react-router';
import { api, Problem } from '../api/client.js';
import { Header } from '../shell/Header.js';
import { Notices } from '../shell/Notices.js';
import { Rail } from '../shell/Rail.js';
import { OpenMachineContext } from './context.js';
import { keptHere } from './kept.js';
import { openKept, openMachine, type Opened as MachineOpened } from './opening.js';
import { OpenPlan } from './open-plan.js';
import { PreviewProvider } from './preview.js';
import { followersOf } from './followers.js';
import { liveOf } from './live.js';
import { historyKey } from './history-keys.js';
import { troubleOf } from './trouble.js';
import { seenIn } from './seen.js';
import { unsentIn } from './unsent.js';
import { words } from '../words/words.js';
import classes from './OpenMachine.module.css';
import { local } from '../parts/browser-store.js';
import { newId } from '../parts/new-id.js';
import { ExplainedScreen } from '../parts/Explained.js';

export function OpenMachine() {
  const { id = '' } = useParams();
  const query = useQuery({
    queryKey: ['machine', id],
    queryFn: () => openedOrKept(id),
    staleTime: Infinity,
    gcTime: 0,
    retry: (count, error) => !(error instanceof Problem) && count < 1,
  });
  if (query.isPending)
    return (
      <div className={classes.alone} role="status">
        <Loader size="sm" /> <span>{words['open.opening-machine']()}</span>
      </div>
    );
  if (query.isError) return <Failure error={query.error} retry={() => void query.refetch()} />;
  return <Opened key={query.data.id} machine={query.data} />;
}

/** A server that sleeps does not refuse; it says nothing. */
const PATIENCE_MILLISECONDS = 5000;

/** As the server has it; where it does not answer, as this browser kept it. */
async function openedOrKept(id: string): Promise<MachineOpened> {
  const answer = openMachine(api, id, unsentHere().load(id), seenHere().load(id));
  const fromHere = async () => {
    const kept = await keptHere().load(id);
    return kept && openKept(kept, seenHere().load(id));
  };
  try {
    const late = new Promise<null>((done) => setTimeout(() => done(null), PATIENCE_MILLISECONDS));
    return (await Promise.race([answer, late])) ?? (await fromHere()) ?? (await answer);
  } catch (error) {
    const trouble = troubleOf(error);
    if (trouble === 'deleted') keptHere().forget(id);
    const kept = trouble === 'gone' ? await fromHere() : undefined;
    if (kept) return kept;
    throw error;
  }
}

const unsentHere = () => unsentIn(local);
const seenHere = () => seenIn(local);

function Failure({ error, retry }: { error: Error; retry: () => void }) {
  const trouble = troubleOf(error);
  const gone = trouble === 'deleted';
  return (
    <div className={classes.alone} role="alert">
      <div>
        <h1>{words[gone ? 'open.no-such' : 'open.failed']()}</h1>
        <p className="soft">{trouble === 'gone' ? words['open.gone']() : error.message}</p>
        <p className={classes.ways}>
          {!gone && <Button onClick={retry}>{words['common.try-again']()}</Button>}
          <Button component={Link} to="/" variant="default">
            {words['common.all-machines']()}
          </Button>
        </p>
      </div>
    </div>
  );
}

function Opened({ machine }: { machine: MachineOpened }) {
  const { pathname } = useLocation();
  const [refused, setRefused] = useState<{ words: string; at: string } | null>(null);
  const [open] = useState(
    () =>
      new OpenPlan(machine.id, machine, {
        api,
        unsent: unsentHere(),
        seen: seenHere(),
        kept: keptHere(),
        followers: followersOf(machine.id),
        live: liveOf(api, machine.id, newId()),
        newKey: newId,
        later: (milliseconds, work) => window.setTimeout(work, milliseconds),
      }),
  );
  const value = useMemo(
    () => ({
      id: machine.id,
      name: machine.name,
      story: machine.story,
      open,
      showRefusal: (words: string | null) => setRefused(words === null ? null : { words, at: pathname }),
    }),
    [machine, open, pathname],
  );
  useEffect(() => {
    document.title = words['open.rhizotome'](machine.name);
  }, [machine.name]);
  useEffect(() => open.attend(), [open]);
  const stage = pathname.split('/')[3];
  useEffect(() => {
    if (stage) open.at({ stage, step: null });
  }, [open, stage]);
  useLeaveQuestion(open);
  useHistoryKeys(open);
  return (
    <OpenMachineContext value={value}>
      <div className={classes.frame}>
        <Rail />
        <div className={classes.work}>
          <Header />
          <main className={classes.stage} id="stage">
            <PreviewProvider>
              <ExplainedScreen key={pathname}>
                <Outlet />
              </ExplainedScreen>
            </PreviewProvider>
          </main>
          {/* A refusal concerns the stage on which it was made. */}
          <Notices
            refusal={refused?.at === pathname ? refused.words : null}
            dismiss={() => setRefused(null)}
          />
        </div>
      </div>
    </OpenMachineContext>
  );
}

/** Asks before a window is left that alone holds what was done. */
function useLeaveQuestion(open: OpenPlan): void {
  useEffect(() => {
    const ask = (event: BeforeUnloadEvent) => {
      const { unsent, kept } = open.getState();
      if (unsent > 0 && !kept) event.preventDefault();
    };
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [open]);
}

/** Undo and redo by the usual keys, except where a text field has its own. */
function useHistoryKeys(open: OpenPlan): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const meant = historyKey(event);
      const target = event.target as HTMLElement;
      if (!meant || target.closest('input:not([type=checkbox]):not([type=radio]), textarea')) return;
      open[meant]();
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [open]);
}

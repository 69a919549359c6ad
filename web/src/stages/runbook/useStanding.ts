import {
  apply,
  entriesAfter,
  message,
  rebaseEdit,
  refusalSays,
  journalSays,
  readJournal,
  standingReport,
  type EntriesSay,
  type Journal,
  type StandingReport,
  type Survey,
  type TakenReport,
} from '@rhizotome/core';
import { useMemo, useState } from 'react';
import { useEdit, useOpenMachine, useOpenState } from '../../open/context.js';
import { say } from '../../words/say.js';
import { words } from '../../words/words.js';

/** A reading of the disk while the procedure is under way: what it tells, and what can be done with it. */
export function useStanding(survey: Survey, steps: readonly string[], show: (at: number) => void) {
  const { plan } = useOpenState();
  const { attempt } = useEdit();
  const { open } = useOpenMachine();
  const [report, setReport] = useState<StandingReport | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const [now, setNow] = useState<Survey | null>(null);
  const [entries, setEntries] = useState<readonly EntriesSay[] | null>(null);
  const [journal, setJournal] = useState<Journal | null>(null);
  const [journalTold, setJournalTold] = useState<string | null>(null);
  const done = report?.done ?? null;

  const take = (reading: Survey) => {
    const told = standingReport({ plan, survey }, reading, journal);
    setNow(reading);
    setReport(told);
    if (told.done !== null) show(told.done);
  };
  /** The plan that would go on from the reading. */
  const goesOn = useMemo(() => {
    if (!now || done === null || !report?.safe) return undefined;
    const result = apply(plan, rebaseEdit({ plan, survey }, now, done), () => now);
    return result.ok ? result.plan : undefined;
  }, [plan, survey, now, report, done]);
  const untold = steps.slice(0, done ?? 0).filter((id) => !plan.ticked.includes(id));
  return {
    report,
    entries,
    refusal,
    now,
    goesOn,
    /** Steps that are done by the reading, and not ticked off. */
    untold,
    take,
    /** What a journal tells, or why it is none; with a reading it tells where the disk stands. */
    journalTold,
    takeJournal: (text: string) => {
      const read = readJournal(text);
      setJournal(read);
      setJournalTold(read ? say(journalSays({ plan, survey }, read)) : words['standing.no-journal']());
      if (now) setReport(standingReport({ plan, survey }, now, read));
    },
    takeReport: ({ survey: read, facts: { bootEntries } }: TakenReport) => {
      setEntries(bootEntries ? entriesAfter(plan, bootEntries) : null);
      if (read) take(read);
    },
    forget: () => {
      setReport(null);
      setEntries(null);
      setRefusal(null);
    },
    goOn: () => {
      if (!now || done === null) return;
      const refused = open.adoptSurvey(now, rebaseEdit({ plan, survey }, now, done));
      setRefusal(refused ? say(refusalSays(refused, now.disk.sectorBytes)) : null);
      if (!refused) setReport(null);
    },
    tick: () =>
      attempt({
        kind: 'batch',
        says: message('edit.tick'),
        edits: untold.map((step) => ({ kind: 'tick', step, done: true })),
      }),
  };
}

export type Standings = ReturnType<typeof useStanding>;

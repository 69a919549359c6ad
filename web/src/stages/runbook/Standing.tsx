import { Button, Drawer } from '@mantine/core';
import {
  adoptEdit,
  apply,
  entriesAfter,
  message,
  rebaseEdit,
  refusalSays,
  standingReport,
  type EntriesSay,
  type StandingReport,
  type Survey,
  type TakenReport,
} from '@rhizotome/core';
import { memo, useMemo, useState } from 'react';
import { useEdit, useOpenMachine, useOpenState } from '../../open/context.js';
import { SectionGlance } from '../../section/SectionGlance.js';
import { WaysIn } from '../as-found/WaysIn.js';
import { say } from '../../words/say.js';
import { words } from '../../words/words.js';
import classes from './RunbookStage.module.css';

interface StandingProps {
  readonly survey: Survey;
  /** Ids of the steps in order. */
  readonly steps: readonly string[];
  readonly show: (at: number) => void;
}

/** Reads the disk once more, at any time, and tells where it stands in the procedure. */
export const Standing = memo(function Standing({ survey, steps, show }: StandingProps) {
  const { plan } = useOpenState();
  const { attempt } = useEdit();
  const [reading, setReading] = useState(false);
  /** Each reading begins with empty fields. */
  const [readings, setReadings] = useState(0);
  const [report, setReport] = useState<StandingReport | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const [now, setNow] = useState<Survey | null>(null);
  const [entries, setEntries] = useState<readonly EntriesSay[] | null>(null);
  const { open } = useOpenMachine();
  const begin = () => {
    setReadings(readings + 1);
    setReport(null);
    setEntries(null);
    setRefusal(null);
    setReading(true);
  };
  const take = (reading: Survey) => {
    const told = standingReport({ plan, survey }, reading);
    setNow(reading);
    setReport(told);
    setReading(false);
    if (told.done !== null) show(told.done);
  };
  const takeReport = ({ survey: read, facts: { bootEntries } }: TakenReport) => {
    setEntries(bootEntries ? entriesAfter(plan, bootEntries) : null);
    if (read) take(read);
    else setReading(false);
  };
  const goesOn = useMemo(() => {
    if (!now || report?.done == null || !report.safe) return undefined;
    const result = apply(plan, rebaseEdit({ plan, survey }, now, report.done), () => now);
    return result.ok ? result.plan : undefined;
  }, [plan, survey, now, report]);
  const goOn = () => {
    if (!now || report?.done == null) return;
    const refused = open.adoptSurvey(now, rebaseEdit({ plan, survey }, now, report.done));
    setRefusal(refused ? say(refusalSays(refused, now.disk.sectorBytes)) : null);
    if (!refused) setReport(null);
  };
  const untold = steps.slice(0, report?.done ?? 0).filter((id) => !plan.ticked.includes(id));
  const tick = () =>
    attempt({
      kind: 'batch',
      says: message('edit.tick'),
      edits: untold.map((step) => ({ kind: 'tick', step, done: true })),
    });
  return (
    <section className={`${classes.standing} no-print`} aria-label={words['standing.title']()}>
      <div>
        <h2>{words['standing.title']()}</h2>
        <p className="soft small">{words['standing.about']()}</p>
      </div>
      <Button variant="default" onClick={begin}>
        {words['standing.read']()}
      </Button>
      {entries && (
        <ul role="status" className={classes.report} aria-label={words['entries.title']()}>
          {entries.map(say).map((said) => (
            <li key={said}>{said}</li>
          ))}
        </ul>
      )}
      {report && (
        <div role="status" className={classes.report} data-sound={report.sound}>
          <p>
            <strong>{say(report.where)}</strong> {report.next && say(report.next)}
          </p>
          {report.begun && <p className={classes.beware}>{say(report.begun)}</p>}
          {report.differences.length > 0 && (
            <ul>
              {report.differences.map(say).map((said) => (
                <li key={said}>{said}</li>
              ))}
            </ul>
          )}
          {report.space.length > 0 && (
            <ul aria-label={words['standing.space']()}>
              {report.space.map(say).map((said) => (
                <li key={said}>{said}</li>
              ))}
            </ul>
          )}
          {now && goesOn && (
            <div className={classes.compared}>
              <SectionGlance plan={goesOn} survey={now} labels="both" />
            </div>
          )}
          <div className={classes.choices}>
            {report.sound && untold.length > 0 && (
              <Button size="xs" variant="default" onClick={tick}>
                {words['standing.tick'](report.done ?? 0)}
              </Button>
            )}
            {report.done !== null && report.safe && (
              <>
                <Button size="xs" variant="default" onClick={goOn}>
                  {words['standing.rebase']()}
                </Button>
                <span className="soft small">{words['standing.rebase-about']()}</span>
              </>
            )}
          </div>
          {refusal && (
            <p role="alert" className={classes.beware}>
              {refusal}
            </p>
          )}
        </div>
      )}
      <Drawer
        opened={reading}
        onClose={() => setReading(false)}
        position="right"
        size="xl"
        title={words['standing.read']()}
      >
        <WaysIn key={readings} adopt={take} report={{ basis: adoptEdit, take: takeReport, compares: true }} />
      </Drawer>
    </section>
  );
});

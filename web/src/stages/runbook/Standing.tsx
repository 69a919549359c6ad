import { Button, Drawer, FileButton } from '@mantine/core';
import { type Survey, type TakenReport } from '@rhizotome/core';
import { memo, useRef, useState } from 'react';
import { say } from '../../words/say.js';
import { words } from '../../words/words.js';
import { WaysIn } from '../as-found/WaysIn.js';
import classes from './RunbookStage.module.css';
import { Said, StandingReport } from './StandingReport.js';
import { useStanding } from './useStanding.js';

interface StandingProps {
  readonly survey: Survey;
  /** Ids of the steps in order. */
  readonly steps: readonly string[];
  readonly show: (at: number) => void;
}

/** Reads the disk once more, at any time, and tells where it stands in the procedure. */
export const Standing = memo(function Standing({ survey, steps, show }: StandingProps) {
  const standing = useStanding(survey, steps, show);
  const [reading, setReading] = useState(false);
  /** Each reading begins with empty fields. */
  const [readings, setReadings] = useState(0);
  const begin = () => {
    standing.forget();
    setReadings(readings + 1);
    setReading(true);
  };
  const adopt = (read: Survey) => {
    standing.take(read);
    setReading(false);
  };
  const take = (report: TakenReport) => {
    standing.takeReport(report);
    setReading(false);
  };
  return (
    <section className={`${classes.standing} no-print`} aria-label={words['standing.title']()}>
      <div>
        <h2>{words['standing.title']()}</h2>
        <p className="soft small">{words['standing.about']()}</p>
      </div>
      <div className={classes.reads}>
        <Button variant="default" onClick={begin}>
          {words['standing.read']()}
        </Button>
        <JournalFile take={standing.takeJournal} />
      </div>
      {standing.journalTold && (
        <p role="status" className={classes.report}>
          {standing.journalTold}
        </p>
      )}
      {standing.entries && (
        <div role="status" className={classes.report}>
          <Said items={standing.entries.map(say)} label={words['entries.title']()} />
        </div>
      )}
      {standing.report && (
        <StandingReport key={standing.now?.id} standing={standing} report={standing.report} />
      )}
      <Drawer
        opened={reading}
        onClose={() => setReading(false)}
        position="right"
        size="xl"
        title={words['standing.read']()}
      >
        <WaysIn key={readings} adopt={adopt} report={{ goesOn: false, take, compares: true }} />
      </Drawer>
    </section>
  );
});

/** A journal is opened; the same file again, once the script has gone on. */
function JournalFile({ take }: { take: (text: string) => void }) {
  const again = useRef<() => void>(null);
  const open = async (file: File | null) => {
    if (!file) return;
    take(await file.text());
    again.current?.();
  };
  return (
    <FileButton resetRef={again} onChange={(file) => void open(file)}>
      {(props) => (
        <Button variant="subtle" {...props}>
          {words['standing.open-journal']()}
        </Button>
      )}
    </FileButton>
  );
}

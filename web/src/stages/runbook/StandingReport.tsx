import { Button, Checkbox } from '@mantine/core';
import type { StandingReport as Report } from '@rhizotome/core';
import { useState } from 'react';
import { SectionGlance } from '../../section/SectionGlance.js';
import { say } from '../../words/say.js';
import { words } from '../../words/words.js';
import classes from './RunbookStage.module.css';
import type { Standings } from './useStanding.js';

/** Where the disk stands by a reading, what is otherwise than planned, and how it can go on. */
export function StandingReport({ standing, report }: { standing: Standings; report: Report }) {
  const { now, goesOn, untold, refusal, tick, goOn } = standing;
  const [neverBegun, setNeverBegun] = useState(false);
  const sure = report.doubt === null || neverBegun;
  return (
    <div role="status" className={classes.report} data-sound={report.sound}>
      <p>
        <strong>{say(report.where)}</strong> {report.next && say(report.next)}
      </p>
      {report.begun && <p className={classes.beware}>{say(report.begun)}</p>}
      {report.doubt && (
        <>
          <p className={classes.beware}>{say(report.doubt.says)}</p>
          <Checkbox
            checked={neverBegun}
            label={words['standing.never-begun'](report.doubt.step)}
            onChange={(e) => setNeverBegun(e.currentTarget.checked)}
          />
        </>
      )}
      <Said items={report.differences.map(say)} />
      <Said items={report.space.map(say)} label={words['standing.space']()} />
      {sure && now && goesOn && (
        <div className={classes.compared}>
          <SectionGlance plan={goesOn} survey={now} labels="both" />
        </div>
      )}
      <div className={classes.choices}>
        {sure && report.sound && untold.length > 0 && (
          <Button size="xs" variant="default" onClick={tick}>
            {words['standing.tick'](report.done ?? 0)}
          </Button>
        )}
        {sure && report.done !== null && report.safe && (
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
  );
}

/** Sentences as a list; nothing where there are none. */
export function Said({ items, label }: { items: readonly string[]; label?: string }) {
  if (items.length === 0) return null;
  return (
    <ul aria-label={label}>
      {items.map((said) => (
        <li key={said}>{said}</li>
      ))}
    </ul>
  );
}

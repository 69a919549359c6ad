import {
  adoptEdit,
  isPlannable,
  rebaseEdit,
  refusalSays,
  standingReport,
  type Edit,
  type Planned,
  type Survey,
  type TakenReport,
} from '@rhizotome/core';
import { useCallback, useState } from 'react';
import { useOpenMachine, useOpenState } from '../../open/context.js';
import { DamageList } from './DamageList.js';
import classes from './ReadDisk.module.css';
import { WaysIn } from './WaysIn.js';
import { words } from '../../words/words.js';
import { say } from '../../words/say.js';

interface ReadDiskProps {
  /** Whether what is planned is kept, and goes on from the new reading. */
  readonly keep: boolean;
  readonly done: () => void;
}

/**
 * How what is planned goes on from another reading of the same disk; nothing where something that is to be kept is gone, or where only
 * the person at the disk knows whether a copy was begun: the runbook asks that.
 */
function goingOn(planned: Planned, reading: Survey): Edit | undefined {
  const { done, safe, doubt } = standingReport(planned, reading);
  return done !== null && safe && doubt === null ? rebaseEdit(planned, reading, done) : undefined;
}

/** The ways in. A reading that can carry a plan is adopted at once, as an edit that can be undone. */
export function ReadDisk({ keep, done }: ReadDiskProps) {
  const { open } = useOpenMachine();
  const { plan, survey: before } = useOpenState();
  const [unusable, setUnusable] = useState<Survey | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);

  const adopt = (survey: Survey) => {
    setUnusable(null);
    if (!isPlannable(survey)) return setUnusable(survey);
    const goesOn = keep && before ? goingOn({ plan, survey: before }, survey) : undefined;
    if (keep && before && !goesOn) return setRefusal(words['as-found.plan-cannot-go-on']());
    const refused = open.adoptSurvey(survey, goesOn ?? adoptEdit({ plan, survey }));
    if (refused) return setRefusal(say(refusalSays(refused, survey.disk.sectorBytes)));
    done();
  };
  const basis = useCallback(
    (planned: Planned) =>
      keep && before ? goingOn({ plan, survey: before }, planned.survey) : adoptEdit(planned),
    [keep, before, plan],
  );
  const take = ({ survey, edit }: TakenReport) => {
    const refused = survey ? open.adoptSurvey(survey, edit) : open.do(edit);
    if (refused) return setRefusal(say(refusalSays(refused, 512)));
    done();
  };
  return (
    <>
      <WaysIn adopt={adopt} report={{ basis, take }} />
      {refusal && (
        <p role="alert" className={classes.refusal}>
          {refusal}
        </p>
      )}
      {unusable && (
        <div role="alert" className={classes.refusal}>
          <strong>{words['as-found.partition-table-too-damaged']()}</strong>
          <DamageList survey={unusable} />
          <p>{words['as-found.repair-first-then-read']()}</p>
        </div>
      )}
    </>
  );
}

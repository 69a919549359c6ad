import {
  adoptEdit,
  goingOnEdit,
  isPlannable,
  refusalSays,
  type Survey,
  type TakenReport,
} from '@rhizotome/core';
import { useState } from 'react';
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

/** The ways in. A reading that can carry a plan is adopted at once, as an edit that can be undone. */
export function ReadDisk({ keep, done }: ReadDiskProps) {
  const { open } = useOpenMachine();
  const { plan, survey: before } = useOpenState();
  const [unusable, setUnusable] = useState<Survey | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);

  const adopt = (survey: Survey) => {
    setUnusable(null);
    if (!isPlannable(survey)) return setUnusable(survey);
    const goesOn = keep && before ? goingOnEdit({ plan, survey: before }, survey) : undefined;
    if (keep && before && !goesOn) return setRefusal(words['as-found.plan-cannot-go-on']());
    const refused = open.adoptSurvey(survey, goesOn ?? adoptEdit({ plan, survey }));
    if (refused) return setRefusal(say(refusalSays(refused, survey.disk.sectorBytes)));
    done();
  };
  const take = ({ survey, edit }: TakenReport) => {
    const refused = survey ? open.adoptSurvey(survey, edit) : open.do(edit);
    if (refused) return setRefusal(say(refusalSays(refused, 512)));
    done();
  };
  return (
    <>
      <WaysIn adopt={adopt} report={{ goesOn: keep, take }} />
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

import { adoptEdit, isPlannable, refusalSays, type Survey } from '@rhizotome/core';
import { useState } from 'react';
import { useOpenMachine, useOpenState } from '../../open/context.js';
import { DamageList } from './DamageList.js';
import classes from './ReadDisk.module.css';
import { WaysIn } from './WaysIn.js';
import { words } from '../../words/words.js';
import { say } from '../../words/say.js';

/** The ways in. A reading that can carry a plan is adopted at once, as an edit that can be undone. */
export function ReadDisk({ done }: { done: () => void }) {
  const { open } = useOpenMachine();
  const { plan } = useOpenState();
  const [unusable, setUnusable] = useState<Survey | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);

  const adopt = (survey: Survey) => {
    setUnusable(null);
    if (!isPlannable(survey)) return setUnusable(survey);
    const refused = open.adoptSurvey(survey, adoptEdit({ plan, survey }));
    if (refused) return setRefusal(say(refusalSays(refused, survey.disk.sectorBytes)));
    done();
  };
  return (
    <>
      <WaysIn adopt={adopt} />
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

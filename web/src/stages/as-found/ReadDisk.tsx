import { adoptEdit, isPlannable, refusalInWords, type Survey } from '@rhizotome/core';
import { useState } from 'react';
import { useOpenMachine, useOpenState } from '../../open/context.js';
import { DamageList } from './DamageList.js';
import classes from './ReadDisk.module.css';
import { WaysIn } from './WaysIn.js';

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
    if (refused) return setRefusal(refusalInWords(refused, survey.disk.sectorBytes));
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
          <strong>This partition table is too damaged for a plan.</strong>
          <DamageList survey={unusable} />
          <p>Repair it first, then read the disk again. The present plan was not changed.</p>
        </div>
      )}
    </>
  );
}

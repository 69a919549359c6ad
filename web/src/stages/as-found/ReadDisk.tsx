import { Tabs } from '@mantine/core';
import { adoptEdit, isPlannable, refusalInWords, type Survey } from '@rhizotome/core';
import { useState } from 'react';
import { useOpenMachine, useOpenState } from '../../open/context.js';
import { ByHand } from './ByHand.js';
import { AsText } from './AsText.js';
import { FilesWay } from './FilesWay.js';
import { DamageList } from './DamageList.js';
import { LsblkWay } from './LsblkWay.js';
import classes from './ReadDisk.module.css';
import { newId } from '../../parts/new-id.js';

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
  const identity = () => ({ id: newId(), takenAt: new Date().toISOString() });

  return (
    <>
      <Tabs defaultValue="files" className={classes.ways} keepMounted>
        <Tabs.List>
          <Tabs.Tab value="files">Image or capture</Tabs.Tab>
          <Tabs.Tab value="lsblk">lsblk output</Tabs.Tab>
          <Tabs.Tab value="hand">By hand</Tabs.Tab>
          <Tabs.Tab value="text">As text</Tabs.Tab>
        </Tabs.List>
        <Tabs.Panel value="files" pt="md">
          <FilesWay identity={identity} adopt={adopt} />
        </Tabs.Panel>
        <Tabs.Panel value="lsblk" pt="md">
          <LsblkWay identity={identity} adopt={adopt} />
        </Tabs.Panel>
        <Tabs.Panel value="hand" pt="md">
          <ByHand identity={identity} adopt={adopt} />
        </Tabs.Panel>
        <Tabs.Panel value="text" pt="md">
          <AsText identity={identity} adopt={adopt} />
        </Tabs.Panel>
      </Tabs>
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

export interface WayProps {
  readonly identity: () => { readonly id: string; readonly takenAt: string };
  readonly adopt: (survey: Survey) => void;
}

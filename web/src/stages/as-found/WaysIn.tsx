import { Tabs } from '@mantine/core';
import type { Survey, SurveyIdentity } from '@rhizotome/core';
import { newId } from '../../parts/new-id.js';
import { AsText } from './AsText.js';
import { ByHand } from './ByHand.js';
import { FilesWay } from './FilesWay.js';
import { LsblkWay } from './LsblkWay.js';
import classes from './ReadDisk.module.css';
import { words } from '../../words/words.js';

export interface WayProps {
  readonly identity: () => SurveyIdentity;
  readonly adopt: (survey: Survey) => void;
}

const newIdentity = (): SurveyIdentity => ({ id: newId(), takenAt: new Date().toISOString() });

/** Every way in which a disk can be read. What is read is handed on. */
export function WaysIn({ adopt }: Pick<WayProps, 'adopt'>) {
  const given = { identity: newIdentity, adopt };
  return (
    <Tabs defaultValue="files" className={classes.ways} keepMounted>
      <Tabs.List>
        <Tabs.Tab value="files">{words['as-found.image-or-capture']()}</Tabs.Tab>
        <Tabs.Tab value="lsblk">{words['as-found.lsblk-output']()}</Tabs.Tab>
        <Tabs.Tab value="hand">{words['as-found.hand']()}</Tabs.Tab>
        <Tabs.Tab value="text">{words['as-found.as-text']()}</Tabs.Tab>
      </Tabs.List>
      <Tabs.Panel value="files" pt="md">
        <FilesWay {...given} />
      </Tabs.Panel>
      <Tabs.Panel value="lsblk" pt="md">
        <LsblkWay {...given} />
      </Tabs.Panel>
      <Tabs.Panel value="hand" pt="md">
        <ByHand {...given} />
      </Tabs.Panel>
      <Tabs.Panel value="text" pt="md">
        <AsText {...given} />
      </Tabs.Panel>
    </Tabs>
  );
}

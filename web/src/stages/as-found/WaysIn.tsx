import { Tabs } from '@mantine/core';
import type { Survey, SurveyIdentity } from '@rhizotome/core';
import { newId } from '../../parts/new-id.js';
import { AsText } from './AsText.js';
import { ByHand } from './ByHand.js';
import { FilesWay } from './FilesWay.js';
import { LsblkWay } from './LsblkWay.js';
import { ReportWay, type ReportUse } from './ReportWay.js';
import classes from './ReadDisk.module.css';
import { words } from '../../words/words.js';

export interface WayProps {
  readonly identity: () => SurveyIdentity;
  readonly adopt: (survey: Survey) => void;
}

const newIdentity = (): SurveyIdentity => ({ id: newId(), takenAt: new Date().toISOString() });

interface WaysInProps extends Pick<WayProps, 'adopt'> {
  /** Where a report of the machine is of use as well: how the plan comes to rest on it, and what takes it. */
  readonly report?: ReportUse;
}

/** Every way in which a disk can be read. What is read is handed on. */
export function WaysIn({ adopt, report }: WaysInProps) {
  const given = { identity: newIdentity, adopt };
  return (
    <Tabs defaultValue={report ? 'report' : 'files'} className={classes.ways} keepMounted>
      <Tabs.List>
        {report && <Tabs.Tab value="report">{words['report.way']()}</Tabs.Tab>}
        <Tabs.Tab value="files">{words['as-found.image-or-capture']()}</Tabs.Tab>
        <Tabs.Tab value="lsblk">{words['as-found.lsblk-output']()}</Tabs.Tab>
        <Tabs.Tab value="hand">{words['as-found.hand']()}</Tabs.Tab>
        <Tabs.Tab value="text">{words['as-found.as-text']()}</Tabs.Tab>
      </Tabs.List>
      {report && (
        <Tabs.Panel value="report" pt="md">
          <ReportWay identity={newIdentity} {...report} />
        </Tabs.Panel>
      )}
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

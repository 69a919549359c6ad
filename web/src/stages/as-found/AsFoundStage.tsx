import { Button, Checkbox } from '@mantine/core';
import { useState } from 'react';
import { useDerived, useOpenState } from '../../open/context.js';
import { FoundTable } from './FoundTable.js';
import { ReadDisk } from './ReadDisk.js';
import { words } from '../../words/words.js';

/** What is on the disk now: read, pasted or drawn; then what each part means, and how much of it is used. */
export function AsFoundStage() {
  const { survey } = useOpenState();
  const { runbook } = useDerived();
  const [again, setAgain] = useState(false);
  const [keep, setKeep] = useState(true);
  const planned = (runbook?.phases.length ?? 0) > 0;
  if (!survey || again)
    return (
      <div className="page">
        <h1>{words['as-found.what-disk-now']()}</h1>
        <p className="soft">
          {words['as-found.files-read-your-browser']()}
          {survey && !(planned && keep) && words['as-found.new-reading-replaces-partitions']()}
        </p>
        {planned && (
          <Checkbox
            mb="sm"
            label={words['as-found.keep-plan']()}
            checked={keep}
            onChange={(e) => setKeep(e.currentTarget.checked)}
          />
        )}
        <ReadDisk keep={planned && keep} done={() => setAgain(false)} />
        {survey && (
          <Button variant="default" mt="lg" onClick={() => setAgain(false)}>
            {words['as-found.keep-present-reading']()}
          </Button>
        )}
      </div>
    );
  return (
    <div className="page">
      <FoundTable survey={survey} readAgain={() => setAgain(true)} />
    </div>
  );
}

import { Button } from '@mantine/core';
import { useState } from 'react';
import { useOpenState } from '../../open/context.js';
import { FoundTable } from './FoundTable.js';
import { ReadDisk } from './ReadDisk.js';
import { words } from '../../words/words.js';

/** What is on the disk now: read, pasted or drawn; then what each part means, and how much of it is used. */
export function AsFoundStage() {
  const { survey } = useOpenState();
  const [again, setAgain] = useState(false);
  if (!survey || again)
    return (
      <div className="page">
        <h1>{words['as-found.what-disk-now']()}</h1>
        <p className="soft">
          {words['as-found.files-read-your-browser']()}
          {survey && words['as-found.new-reading-replaces-partitions']()}
        </p>
        <ReadDisk done={() => setAgain(false)} />
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

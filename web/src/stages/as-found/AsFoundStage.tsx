import { Button } from '@mantine/core';
import { useState } from 'react';
import { useOpenState } from '../../open/context.js';
import { FoundTable } from './FoundTable.js';
import { ReadDisk } from './ReadDisk.js';

/** What is on the disk now: read, pasted or drawn; then what each part means, and how much of it is used. */
export function AsFoundStage() {
  const { survey } = useOpenState();
  const [again, setAgain] = useState(false);
  if (!survey || again)
    return (
      <div className="page">
        <h1>What is on the disk now?</h1>
        <p className="soft">
          The files are read in your browser. Nothing is uploaded.
          {survey && ' A new reading replaces the partitions of the plan. You can undo this.'}
        </p>
        <ReadDisk done={() => setAgain(false)} />
        {survey && (
          <Button variant="default" mt="lg" onClick={() => setAgain(false)}>
            Keep the present reading
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

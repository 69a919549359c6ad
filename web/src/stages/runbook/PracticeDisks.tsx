import { Button } from '@mantine/core';
import { useState } from 'react';
import { useOpenMachine, useOpenState } from '../../open/context.js';
import { download, fileName } from '../../parts/download.js';
import { makePracticeDisk } from '../../workers/practice-disk.js';

type State = 'found' | 'planned';

/** The disk as an image for a virtual machine, before and after: to try the procedure where nothing can be lost. */
export function PracticeDisks() {
  const { name } = useOpenMachine();
  const { plan, survey } = useOpenState();
  const [busy, setBusy] = useState<State | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  if (!survey) return null;
  const make = async (state: State) => {
    setBusy(state);
    setSaid(null);
    try {
      const { image, unformatted } = await makePracticeDisk({
        plan: state === 'planned' ? plan : null,
        survey,
      });
      download(`${fileName(name)}-${state}.qcow2`, image);
      setSaid(unformatted.length > 0 ? `Created. Not formatted: ${unformatted.join('; ')}.` : 'Created.');
    } catch (error) {
      setSaid(`It could not be created: ${error instanceof Error ? error.message : String(error)}.`);
    } finally {
      setBusy(null);
    }
  };
  return (
    <section className="no-print" style={{ marginTop: '2rem' }}>
      <h2>Practice disks</h2>
      <p className="soft">
        Try the steps in a virtual machine first. The image (qcow2, less than 1 MiB) has the true size and the
        same partition table. EFI system partitions and swap are formatted; all other partitions are empty.
      </p>
      <div style={{ display: 'flex', gap: '0.6rem', flexWrap: 'wrap' }}>
        <Button variant="default" loading={busy === 'found'} onClick={() => void make('found')}>
          Practice disk as found
        </Button>
        <Button variant="default" loading={busy === 'planned'} onClick={() => void make('planned')}>
          Practice disk as planned
        </Button>
      </div>
      {said && (
        <p role="status" className="small soft" style={{ paddingTop: '0.5rem' }}>
          {said}
        </p>
      )}
    </section>
  );
}

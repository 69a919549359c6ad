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
      setSaid(unformatted.length > 0 ? `Made. Left unformatted: ${unformatted.join('; ')}.` : 'Made.');
    } catch (error) {
      setSaid(`It could not be made: ${error instanceof Error ? error.message : String(error)}.`);
    } finally {
      setBusy(null);
    }
  };
  return (
    <section className="no-print" style={{ marginTop: '2rem' }}>
      <h2>Practise first</h2>
      <p className="soft">
        A disk image of the true size for a virtual machine (qcow2, under a MiB): the same table, its EFI
        system partitions and swap formatted, everything else there and empty. Go through the steps on it.
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

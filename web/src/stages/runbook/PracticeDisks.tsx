import { Button } from '@mantine/core';
import { useState } from 'react';
import { useOpenMachine, useOpenState } from '../../open/context.js';
import { download, fileName } from '../../parts/download.js';
import { words } from '../../words/words.js';
import { makePracticeDisk } from '../../workers/practice-disk.js';
import { text } from '../../words/say.js';

interface PracticeDisksProps {
  /** How many steps are done at the moment that is shown, and how many there are. */
  readonly at: number;
  readonly of: number;
}

/** The disk as an image for a virtual machine, at any moment: to try the procedure where nothing can be lost. */
export function PracticeDisks({ at, of }: PracticeDisksProps) {
  const { name } = useOpenMachine();
  const { plan, survey } = useOpenState();
  const [busy, setBusy] = useState<number | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  if (!survey) return null;
  const make = async (after: number) => {
    setBusy(after);
    setSaid(null);
    try {
      const { image, unformatted } = await makePracticeDisk({ plan, survey, after });
      const state = after === 0 ? 'found' : after === of ? 'planned' : `after-step-${after}`;
      download(`${fileName(name)}-${state}.qcow2`, image);
      setSaid(
        unformatted.length > 0
          ? words['runbook.created-not-formatted'](unformatted.map(text).join('; '))
          : words['runbook.created'](),
      );
    } catch (error) {
      setSaid(words['runbook.could-not-be-created'](error instanceof Error ? error.message : String(error)));
    } finally {
      setBusy(null);
    }
  };
  return (
    <section className="no-print" style={{ marginTop: '2rem' }}>
      <h2>{words['runbook.practice-disks']()}</h2>
      <p className="soft">{words['runbook.try-steps-virtual-machine']()}</p>
      <div style={{ display: 'flex', gap: '0.6rem', flexWrap: 'wrap' }}>
        <Button variant="default" loading={busy === 0} onClick={() => void make(0)}>
          {words['runbook.practice-disk-as-found']()}
        </Button>
        {at > 0 && at < of && (
          <Button variant="default" loading={busy === at} onClick={() => void make(at)}>
            {words['moment.practice'](at)}
          </Button>
        )}
        {of > 0 && (
          <Button variant="default" loading={busy === of} onClick={() => void make(of)}>
            {words['runbook.practice-disk-as-planned']()}
          </Button>
        )}
      </div>
      {said && (
        <p role="status" className="small soft" style={{ paddingTop: '0.5rem' }}>
          {said}
        </p>
      )}
    </section>
  );
}

import { Button } from '@mantine/core';
import { commandLines, momentsOf, practiceDiskAt, practiceGuide, type Planned } from '@rhizotome/core';
import { memo, useState } from 'react';
import { useOpenMachine, useOpenState } from '../../open/context.js';
import { download, fileName } from '../../parts/download.js';
import { words } from '../../words/words.js';
import { makePracticeDisk } from '../../workers/practice-disk.js';
import { say, text } from '../../words/say.js';
import classes from './PracticeDisks.module.css';
import { Typed } from './Typed.js';
import { whyOf } from '../../parts/why-of.js';

interface PracticeDisksProps {
  /** How many steps are done at the moment that is shown, and how many there are. */
  readonly at: number;
  readonly of: number;
}

/** The disk as an image for a virtual machine, at any moment: to try the procedure where nothing can be lost. */
export const PracticeDisks = memo(function PracticeDisks({ at, of }: PracticeDisksProps) {
  const { name } = useOpenMachine();
  const { plan, survey } = useOpenState();
  const [busy, setBusy] = useState<number | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const [guided, setGuided] = useState(false);
  if (!survey) return null;
  const make = async (after: number) => {
    setBusy(after);
    setSaid(null);
    try {
      const { image, unformatted } = await makePracticeDisk({ plan, survey, after });
      download(`${fileName(name)}-${stateOf(after, of)}.qcow2`, image);
      setSaid(
        unformatted.length > 0
          ? words['runbook.created-not-formatted'](unformatted.map(text).join('; '))
          : words['runbook.created'](),
      );
    } catch (error) {
      setSaid(words['runbook.could-not-be-created'](whyOf(error)));
    } finally {
      setBusy(null);
    }
  };
  return (
    <section className={`no-print ${classes.practice}`}>
      <h2>{words['runbook.practice-disks']()}</h2>
      <p className="soft">{words['runbook.try-steps-virtual-machine']()}</p>
      <div className={classes.buttons}>
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
      <details className={classes.guide} onToggle={(event) => setGuided(event.currentTarget.open)}>
        <summary>{words['runbook.how-to-practise']()}</summary>
        {guided && (
          <PracticeGuide
            planned={{ plan, survey }}
            at={at}
            file={`${fileName(name)}-${stateOf(at, of)}.qcow2`}
          />
        )}
      </details>
      {said && (
        <p role="status" className="small soft" style={{ paddingTop: '0.5rem' }}>
          {said}
        </p>
      )}
    </section>
  );
});

const stateOf = (after: number, of: number): string =>
  after === 0 ? 'found' : after === of ? 'planned' : `after-step-${after}`;

/** How the disk of the moment that is shown is attached to a virtual machine. */
function PracticeGuide({ planned, at, file }: { planned: Planned; at: number; file: string }) {
  const moments = momentsOf(planned);
  const moment = moments[Math.min(at, moments.length - 1)]!;
  return (
    <ol className={classes.steps}>
      {practiceGuide(planned, practiceDiskAt(moment), file).map(({ says, commands }) => (
        <li key={says.code}>
          {say(says)}
          <Typed lines={commands.flatMap((c) => commandLines(c))} />
        </li>
      ))}
    </ol>
  );
}

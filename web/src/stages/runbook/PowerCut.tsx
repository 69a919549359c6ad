import { Button } from '@mantine/core';
import { cutAfter, type Survey, type Text } from '@rhizotome/core';
import { useState } from 'react';
import { useOpenState } from '../../open/context.js';
import { say, text } from '../../words/say.js';
import { words } from '../../words/words.js';
import classes from './AtMoment.module.css';

interface PowerCutProps {
  readonly survey: Survey;
  /** How many steps are done when it happens. */
  readonly at: number;
}

/** The power fails in the next step, by a press: what is lost, what is whole, and what to do then. */
export function PowerCut({ survey, at }: PowerCutProps) {
  const { plan } = useOpenState();
  const [shown, setShown] = useState(false);
  const cut = cutAfter({ plan, survey }, at);
  if (!cut) return null;
  if (!shown)
    return (
      <Button size="xs" variant="default" onClick={() => setShown(true)}>
        {words['cut.try']()}
      </Button>
    );
  return (
    <section className={classes.cut} aria-label={words['cut.title'](cut.step)} data-cut-step={cut.step}>
      <div className={classes.cutHead}>
        <h3>{words['cut.title'](cut.step)}</h3>
        <Button size="compact-xs" variant="subtle" onClick={() => setShown(false)}>
          {words['cut.hide']()}
        </Button>
      </div>
      <dl>
        <Volumes sign="lost" name={words['cut.lost']()} volumes={cut.lost} />
        {cut.unlisted.length > 0 && (
          <Volumes sign="unlisted" name={words['cut.unlisted']()} volumes={cut.unlisted} />
        )}
        <Volumes sign="whole" name={words['cut.whole']()} volumes={cut.whole} />
      </dl>
      <h4>{words['cut.next']()}</h4>
      {cut.first && <p>{say(cut.first)}</p>}
      {cut.ask && (
        <p>
          <strong>{say(cut.ask)}</strong>
        </p>
      )}
      {cut.branches.map((branch) => (
        <div key={branch.when.code} className={classes.branch} data-branch={branch.when.code}>
          <p>{say(branch.when)}</p>
          <ul>
            {branch.ways.map((way, n) => (
              <li key={way.code}>
                {n > 0 && <i>{words['cut.or']()} </i>}
                {say(way)}
              </li>
            ))}
          </ul>
        </div>
      ))}
    </section>
  );
}

function Volumes({ sign, name, volumes }: { sign: string; name: string; volumes: readonly Text[] }) {
  return (
    <>
      <dt>{name}</dt>
      <dd data-volumes={sign} data-none={volumes.length === 0 || undefined}>
        {volumes.length > 0 ? volumes.map(text).join(', ') : words['cut.nothing']()}
      </dd>
    </>
  );
}

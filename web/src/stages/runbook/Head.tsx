import { Button } from '@mantine/core';
import {
  daySays,
  formatBinary,
  formatBoth,
  message,
  pointSays,
  runbookHtml,
  timeSays,
  titleOf,
  type Runbook,
  type Survey,
} from '@rhizotome/core';
import { memo } from 'react';
import { Link } from 'react-router';
import { useWithoutServer } from '../../offline/without-server.js';
import { useDerived, useOpenMachine, useOpenState } from '../../open/context.js';
import { download, fileName } from '../../parts/download.js';
import { catalogue, say } from '../../words/say.js';
import { words } from '../../words/words.js';
import { OnPhone } from './OnPhone.js';
import { SaveAll } from './SaveAll.js';
import classes from './RunbookStage.module.css';

/** Which machine it is for, how large it is, and the ways to take it along. */
export const Head = memo(function Head({ runbook, survey }: { runbook: Runbook; survey: Survey }) {
  const { name } = useOpenMachine();
  const { plan, point } = useOpenState();
  const day = daySays(runbook);
  const saveRunbook = () => {
    const title = titleOf(catalogue, { plan, survey }, name, new Date().toISOString(), point);
    const html = runbookHtml(catalogue, runbook, title);
    download(`${fileName(name)}-runbook.html`, new Blob([html], { type: 'text/html' }));
  };
  return (
    <div className={classes.head}>
      <div>
        <p className={`eyebrow ${classes.brand}`}>
          {say(message('page.brand'))} · {words['runbook.on-paper'](new Date())}
        </p>
        <h1>{name}</h1>
        <p className="soft">{summary(runbook)}</p>
        {day && <p className="soft">{say(day)}</p>}
        <TakenAlong />
        {point && <p className={`soft ${classes.onPaper}`}>{say(pointSays(point))}</p>}
      </div>
      <div className={`${classes.buttons} no-print`}>
        <Button variant="default" onClick={() => window.print()}>
          {words['runbook.print']()}
        </Button>
        <OnPhone />
        <SaveAll survey={survey} />
        <Button onClick={saveRunbook}>{words['runbook.save-as-one-file']()}</Button>
      </div>
    </div>
  );
});

/** Whether it is there while the server is not: a phone beside the machine outlives the desk's sleep. */
function TakenAlong() {
  const without = useWithoutServer();
  if (without === 'not-yet') return null;
  return <p className="soft small no-print">{words[`without-server.${without}`]()}</p>;
}

function summary({ device, diskBytes, restarts, moved, seconds }: Runbook): string {
  const parts = [words['runbook.disk'](device, formatBoth(diskBytes)), words['runbook.restarts'](restarts)];
  if (moved.most > 0)
    parts.push(words['runbook.up-data-moved'](formatBinary(moved.most), say(timeSays(seconds))));
  return `${parts.join(' · ')}.`;
}

/** What stops the plan, and what puts data at risk. */
export const Risks = memo(function Risks({ refusal }: Pick<Runbook, 'refusal'>) {
  const { findings } = useDerived();
  const titles = (level: 'blocker' | 'hazard') =>
    findings.filter((f) => f.level === level).map((f) => say(f.says).title);
  return (
    <>
      <Warnings title={say(message('page.blocked'))} sign="blocker" items={titles('blocker')} />
      <Warnings title={say(message('page.at-risk'))} sign="hazard" items={titles('hazard')} />
      {refusal && (
        <p role="alert" className={classes.warning} data-sign="blocker">
          {say(refusal)}
        </p>
      )}
    </>
  );
});

function Warnings({ title, sign, items }: { title: string; sign: string; items: readonly string[] }) {
  const { id } = useOpenMachine();
  if (items.length === 0) return null;
  return (
    <div className={classes.warning} data-sign={sign} role="note">
      <strong>{title}</strong>
      <ul>
        {items.map((item) => (
          <li key={item}>{item}</li>
        ))}
      </ul>
      <Link to={`/machines/${id}/findings`} className="small no-print">
        {words['runbook.show-findings']()}
      </Link>
    </div>
  );
}

import { ActionIcon, Button } from '@mantine/core';
import {
  linesOf,
  message,
  momentsOf,
  partitionDevice,
  safetyNow,
  formatBinary,
  spanOf,
  titleOfLine,
  type Moment,
  type Runbook,
  type RunbookPhase,
  type RunbookStep,
  type Survey,
} from '@rhizotome/core';
import { memo, useMemo, useState } from 'react';
import { useOpenState, useSelection } from '../../open/context.js';
import { SectionGlance } from '../../section/SectionGlance.js';
import { say, text } from '../../words/say.js';
import { words } from '../../words/words.js';
import classes from './AtMoment.module.css';
import { PowerCut } from './PowerCut.js';

interface AtMomentProps {
  readonly runbook: Runbook;
  readonly survey: Survey;
  /** How many steps are done at the moment that is shown. */
  readonly at: number;
  /** The same a little later: what is drawn. */
  readonly drawn: number;
  readonly go: (at: number) => void;
}

/** The disk at any moment of the procedure: gone along with the slider, beside the steps. */
export function AtMoment({ runbook, survey, at, drawn, go }: AtMomentProps) {
  const { plan } = useOpenState();
  const most = momentsOf({ plan, survey }).length - 1;
  return (
    <aside className={`${classes.pane} no-print`} aria-label={words['moment.pane']()}>
      <div className={classes.head}>
        <ActionIcon
          variant="default"
          aria-label={words['moment.back']()}
          disabled={at === 0}
          onClick={() => go(at - 1)}
        >
          ‹
        </ActionIcon>
        <input
          type="range"
          min={0}
          max={most}
          value={at}
          aria-label={words['moment.slider']()}
          aria-valuetext={say(message('page.moment', { done: at, of: most }))}
          onChange={(event) => go(Number(event.currentTarget.value))}
        />
        <ActionIcon
          variant="default"
          aria-label={words['moment.on']()}
          disabled={at === most}
          onClick={() => go(at + 1)}
        >
          ›
        </ActionIcon>
      </div>
      <h2 data-moment={at}>{say(message('page.moment', { done: at, of: most }))}</h2>
      <Then runbook={runbook} survey={survey} at={Math.min(drawn, most)} go={go} />
    </aside>
  );
}

/** What comes next at a moment, and the disk as it is then. */
const Then = memo(function Then({ runbook, survey, at, go }: Omit<AtMomentProps, 'drawn'>) {
  const { plan } = useOpenState();
  const { selected, select } = useSelection();
  const [listed, setListed] = useState(false);
  const moments = momentsOf({ plan, survey });
  // One scale for all: going along the steps, only what a step changes is seen to change.
  const among = useMemo(() => moments.map((moment) => moment.planned.plan), [moments]);
  const shown = moments[at]!;
  const step = useMemo(() => runbook.phases.flatMap((phase) => phase.steps), [runbook])[at];
  return (
    <>
      <Ahead step={step} restart={runbook.phases.find((p) => p.restart && p.steps[0] === step)} />
      <div className={classes.buttons}>
        {step && (
          <Button size="xs" variant="default" onClick={() => go(at + 1)}>
            {words['moment.do']()}
          </Button>
        )}
        <PowerCut survey={survey} at={at} />
      </div>
      <div className={classes.glance}>
        <SectionGlance
          plan={shown.planned.plan}
          survey={survey}
          among={among}
          labels="planned"
          heading={words['moment.then']()}
          selected={selected}
          onSelect={select}
        />
      </div>
      <details onToggle={(event) => setListed(event.currentTarget.open)}>
        <summary>{words['moment.table']()}</summary>
        {listed && <Table moment={shown} device={runbook.device} sectorBytes={survey.disk.sectorBytes} />}
      </details>
      <details>
        <summary>{words['moment.safety']()}</summary>
        <ul className={classes.now}>
          {safetyNow({ plan, survey }, at).map((says, n) => (
            <li key={n}>{say(says)}</li>
          ))}
        </ul>
      </details>
    </>
  );
});

/** The table as it is then, by its numbers. */
function Table({ moment, device, sectorBytes }: { moment: Moment; device: string; sectorBytes: number }) {
  const { planned, numbers, made, taken } = moment;
  const lines = linesOf(planned, made).filter((line) => line.kind !== 'gap');
  return (
    <table className={classes.table} aria-label={words['moment.table']()}>
      <tbody>
        {lines.map((line) => {
          const { id } = line.kind === 'made' ? line.part : line.partition;
          const size = formatBinary(spanOf(line).length * sectorBytes);
          return (
            <tr key={id} data-at={id}>
              <td className="mono">{partitionDevice(device, numbers.get(id) ?? 0)}</td>
              <td>{text(titleOfLine(planned.plan, line, taken))}</td>
              <td className={classes.size}>{line.kind === 'made' ? words['moment.likely'](size) : size}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** The step that comes next, and what a power cut in it would cost. */
function Ahead({ step, restart }: { step: RunbookStep | undefined; restart: RunbookPhase | undefined }) {
  if (!step) return <p className={classes.ahead}>{words['moment.end']()}</p>;
  return (
    <div className={classes.ahead}>
      {restart && <p data-restart>{say(restart.note)}</p>}
      <p>
        <b>{words['moment.next'](step.number)}</b> {say(step.says).title}
      </p>
      <p data-cut={step.exposure ? 'loses' : 'safe'} className={step.exposure ? classes.loses : 'soft'}>
        <b>{say(message('page.exposed'))}.</b> {step.exposure ? say(step.exposure) : words['moment.safe']()}
      </p>
    </div>
  );
}

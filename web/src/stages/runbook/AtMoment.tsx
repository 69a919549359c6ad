import { ActionIcon, Button } from '@mantine/core';
import {
  linesOf,
  message,
  momentsOf,
  partitionDevice,
  formatBinary,
  spanOf,
  titleOfLine,
  type Moment,
  type Runbook,
  type RunbookStep,
  type Survey,
} from '@rhizotome/core';
import { useDeferredValue } from 'react';
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
  readonly go: (at: number) => void;
}

/** The disk at any moment of the procedure: gone along with the slider, beside the steps. */
export function AtMoment({ runbook, survey, at, go }: AtMomentProps) {
  const { plan } = useOpenState();
  const { selected, select } = useSelection();
  const steps = runbook.phases.flatMap((phase) => phase.steps);
  const moments = momentsOf({ plan, survey });
  const most = moments.length - 1;
  const shown = moments[Math.min(useDeferredValue(at), most)]!;
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
      <Ahead step={steps[at]} go={() => go(Math.min(at + 1, most))} />
      <PowerCut survey={survey} at={at} />
      <div className={classes.glance}>
        <SectionGlance
          plan={shown.planned.plan}
          survey={survey}
          labels="planned"
          heading={words['moment.then']()}
          selected={selected}
          onSelect={select}
        />
      </div>
      <details>
        <summary>{words['moment.table']()}</summary>
        <Table moment={shown} device={runbook.device} sectorBytes={survey.disk.sectorBytes} />
      </details>
    </aside>
  );
}

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
function Ahead({ step, go }: { step: RunbookStep | undefined; go: () => void }) {
  if (!step) return <p className={classes.ahead}>{words['moment.end']()}</p>;
  return (
    <div className={classes.ahead}>
      <p>
        <b>{words['moment.next'](step.number)}</b> {say(step.says).title}
      </p>
      <p data-cut={step.exposure ? 'loses' : 'safe'} className={step.exposure ? classes.loses : 'soft'}>
        <b>{say(message('page.exposed'))}.</b> {step.exposure ? say(step.exposure) : words['moment.safe']()}
      </p>
      <Button size="xs" variant="default" onClick={go}>
        {words['moment.do']()}
      </Button>
    </div>
  );
}

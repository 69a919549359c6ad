import { Button, Checkbox } from '@mantine/core';
import {
  bodyBlocks,
  findBlock,
  message,
  objectsOf,
  phaseSection,
  Says,
  scriptBlock,
  sectionSvg,
  type PhaseScript,
  type RunbookPhase,
  type RunbookStep,
} from '@rhizotome/core';
import { Fragment, memo } from 'react';
import { useEdit, useOpenMachine, useSelection } from '../../open/context.js';
import { catalogue, say } from '../../words/say.js';
import { download } from '../../parts/download.js';
import { words } from '../../words/words.js';
import { Listed } from './Listed.js';
import { StepNote } from './StepNote.js';
import { tickEdit } from './tick-edit.js';
import { Blocks } from './Blocks.js';
import classes from './RunbookStage.module.css';
import { Explained } from '../../parts/Explained.js';

const says = new Says(catalogue);

interface PhasesProps {
  readonly phases: readonly RunbookPhase[];
  /** Of those that are done in a live session. */
  readonly scripts: readonly PhaseScript[];
  /** How many steps are done at the moment that is shown beside. */
  readonly at: number;
  readonly show: (at: number) => void;
}

/** The steps in their order, by the places where they are done. Going along them draws only what changes. */
export function Phases({ phases, scripts, at, show }: PhasesProps) {
  return (
    <div>
      {phases.map((phase, i) => {
        const shown = phase.steps.some(({ number }) => number === at + 1) ? at + 1 : null;
        const script = scripts.find((s) => s.phase === i + 1);
        return <Phase key={i} phase={phase} script={script} shown={shown} show={show} />;
      })}
    </div>
  );
}

interface PhaseProps {
  readonly phase: RunbookPhase;
  readonly script: PhaseScript | undefined;
  /** Number of the step of which the disk before it is shown; `null` where it is not one of these. */
  readonly shown: number | null;
  readonly show: (at: number) => void;
}

const Phase = memo(function Phase({ phase, script, shown, show }: PhaseProps) {
  return (
    <section className={classes.phase}>
      <header>
        <h2>
          {say(phase.title)}
          {phase.restart && <span className={classes.restart}>{say(message('page.restart'))}</span>}
        </h2>
        <p className="soft">
          <Explained>{say(phase.note)}</Explained>
        </p>
      </header>
      {phase.drawnAgain && <DiskThen phase={phase} />}
      {findBlock(says, phase).map((block) => (
        <div key={block.title} className={classes.find}>
          <h3>{block.title}</h3>
          <Blocks blocks={block.blocks} />
        </div>
      ))}
      {phase.script && <AsScript phase={phase} script={script} />}
      {phase.sheet && <Listed sheet={phase.sheet} />}
      <ol className={classes.steps}>
        {phase.steps.map((step) => (
          <StepItem key={step.id} step={step} shown={shown === step.number} show={show} />
        ))}
      </ol>
    </section>
  );
});

/** The phase as one script, for whoever would rather not type it. */
function AsScript({ phase, script }: { phase: RunbookPhase; script: PhaseScript | undefined }) {
  // By the name that the runbook prints.
  const save = ({ name, text }: PhaseScript) =>
    download(name, new Blob([text], { type: 'text/x-shellscript' }));
  return (
    <details className={classes.script}>
      {scriptBlock(says, phase).map((block) => (
        <Fragment key={block.title}>
          <summary>{block.title}</summary>
          {script && (
            <Button className="no-print" size="compact-sm" variant="default" onClick={() => save(script)}>
              {words['runbook.save-script']()}
            </Button>
          )}
          <Blocks blocks={block.blocks} />
        </Fragment>
      ))}
    </details>
  );
}

interface StepItemProps {
  readonly step: RunbookStep;
  /** Whether the disk before it is shown beside. */
  readonly shown: boolean;
  readonly show: (at: number) => void;
}

const StepItem = memo(function StepItem({ step, shown, show }: StepItemProps) {
  const { attempt } = useEdit();
  const { open } = useOpenMachine();
  const { selected, select } = useSelection();
  const { partition, found } = objectsOf(step.step);
  const part = partition ?? found;
  return (
    <li
      className={classes.step}
      data-done={step.done}
      data-shown={shown || undefined}
      data-step={step.id}
      data-selected={(part !== null && part === selected) || undefined}
    >
      <Checkbox
        checked={step.done}
        label={
          <span className={classes.title}>
            <span className={classes.number}>{step.number}</span> {say(step.says).title}
            {step.time && <span className={classes.time}>{say(step.time)}</span>}
          </span>
        }
        onChange={(e) => {
          attempt(tickEdit(step, e.currentTarget.checked));
          open.at({ stage: 'runbook', step: step.number });
        }}
      />
      <button
        type="button"
        className={`${classes.show} no-print`}
        aria-label={words['moment.show'](step.number)}
        title={words['moment.show'](step.number)}
        aria-pressed={shown}
        onClick={() => show(step.number - 1)}
      >
        ◧
      </button>
      <div className={classes.detail} onClick={() => part !== null && select(part)}>
        <Blocks blocks={bodyBlocks(says, step)} />
      </div>
      <StepNote step={step} />
    </li>
  );
});

/** On paper, beside the phase: the disk when it is entered. On the screen it stands beside the steps. */
function DiskThen({ phase: { disk, steps } }: { phase: RunbookPhase }) {
  return (
    <figure
      className={classes.then}
      dangerouslySetInnerHTML={{ __html: sectionSvg(catalogue, disk, phaseSection(steps[0]!.number)) }}
    />
  );
}

import { ActionIcon, Tooltip, useComputedColorScheme, useMantineColorScheme } from '@mantine/core';
import { countByLevel, editTitle, timeSays } from '@rhizotome/core';
import { say } from '../words/say.js';
import { words } from '../words/words.js';
import { useDerived, useOpenMachine, useOpenState } from '../open/context.js';
import { movedInWords } from '../parts/figures.js';
import { stageTitle } from './stage-names.js';
import { HistoryPanel } from './HistoryPanel.js';
import { MoonIcon, RedoIcon, SunIcon, UndoIcon } from '../parts/icons.js';
import classes from './Header.module.css';

/** What the plan costs at a glance, and the way back. */
export function Header() {
  const { open } = useOpenMachine();
  const { plan, survey, history, older } = useOpenState();
  const undo = history.undo.at(-1);
  const redo = history.redo.at(-1);
  return (
    <header className={`${classes.header} no-print`}>
      <div className={classes.history}>
        <HistoryButton
          label={
            undo
              ? words['shell.undo'](say(editTitle(undo.edit, plan)))
              : older
                ? words['shell.undo-earlier-changes']()
                : words['shell.nothing-undo']()
          }
          disabled={!undo && !older}
          onClick={() => open.undo()}
        >
          <UndoIcon />
        </HistoryButton>
        <HistoryButton
          label={redo ? words['shell.redo'](say(editTitle(redo.edit, plan))) : words['shell.nothing-redo']()}
          disabled={!redo}
          onClick={() => open.redo()}
        >
          <RedoIcon />
        </HistoryButton>
        <HistoryPanel />
        <SyncNote />
        <OthersNote />
      </div>
      {survey && <Figures />}
      <SchemeButton />
    </header>
  );
}

function HistoryButton(props: {
  label: string;
  disabled: boolean;
  onClick: () => void;
  children: React.ReactNode;
}) {
  return (
    <Tooltip label={props.label} openDelay={300}>
      <ActionIcon
        variant="subtle"
        color="loam"
        aria-label={props.label}
        onClick={props.onClick}
        {...(props.disabled ? { 'data-disabled': true } : {})}
        aria-disabled={props.disabled}
      >
        {props.children}
      </ActionIcon>
    </Tooltip>
  );
}

function SyncNote() {
  const { sync, trouble, unsent, kept, aloneSince } = useOpenState();
  const held = kept ? words['sync.kept-browser']() : words['sync.kept-window']();
  if (sync === 'saved' && aloneSince !== null)
    return (
      <span className={classes.sync} data-sync="waiting" data-trouble="alone" role="status">
        {words['sync.alone'](whenSays(aloneSince))}
      </span>
    );
  const state = sync === 'waiting' ? words[`sync.${trouble ?? 'gone'}`](unsent) : words[`sync.${sync}`]();
  return (
    <span className={classes.sync} data-sync={sync} data-trouble={trouble} role="status">
      {state}
      {unsent > 0 && trouble !== 'behind' && (sync === 'waiting' || !kept) && `, ${held}`}
    </span>
  );
}

/** The time of today, or of another day with its date. */
function whenSays(milliseconds: number): string {
  const when = new Date(milliseconds);
  return when.toDateString() === new Date().toDateString()
    ? when.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
    : when.toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
}

/** Who else has this machine open, and what they do there. */
function OthersNote() {
  const { others, trouble } = useOpenState();
  if (others.length === 0 || trouble !== null) return null;
  const step = others.find((other) => other.step !== null)?.step;
  const stages = [...new Set(others.map(({ stage }) => stageTitle(stage)))].join(', ');
  return (
    <span className={classes.others} data-others={others.length}>
      {step ? words['others.step'](step) : words['others.open'](others.length, stages)}
    </span>
  );
}

function Figures() {
  const { findings, runbook } = useDerived();
  if (!runbook) return null;
  const counts = countByLevel(findings);
  const { moved, seconds, restarts } = runbook;
  const time = seconds.most === 0 ? words['parts.none']() : say(timeSays(seconds));
  const data = movedInWords(moved);
  return (
    <dl className={classes.figures}>
      <Figure id="moved" name={words['shell.moved']()} value={data} />
      <Figure id="time" name={words['shell.time']()} value={time} />
      <Figure id="restarts" name={words['shell.restarts']()} value={String(restarts)} />
      <Figure
        id="blockers"
        name={words['shell.blockers']()}
        value={String(counts.blocker)}
        sign={counts.blocker > 0 ? 'blocker' : undefined}
      />
      <Figure
        id="hazards"
        name={words['shell.hazards']()}
        value={String(counts.hazard)}
        sign={counts.hazard > 0 ? 'hazard' : undefined}
      />
      <Figure
        id="cautions"
        name={words['shell.cautions']()}
        value={String(counts.caution)}
        sign={counts.caution > 0 ? 'caution' : undefined}
      />
    </dl>
  );
}

interface FigureProps {
  readonly id: string;
  readonly name: string;
  readonly value: string;
  readonly sign?: string | undefined;
}

function Figure({ id, name, value, sign }: FigureProps) {
  return (
    <div>
      <dt>{name}</dt>
      <dd data-sign={sign} data-figure={id}>
        {value}
      </dd>
    </div>
  );
}

function SchemeButton() {
  const scheme = useComputedColorScheme('light');
  const { setColorScheme } = useMantineColorScheme();
  const other = scheme === 'light' ? 'dark' : 'light';
  return (
    <ActionIcon
      variant="subtle"
      color="loam"
      aria-label={words['shell.use-theme'](other)}
      onClick={() => setColorScheme(other)}
    >
      {scheme === 'light' ? <MoonIcon /> : <SunIcon />}
    </ActionIcon>
  );
}

import { Button } from '@mantine/core';
import {
  canRun,
  fitOf,
  modeName,
  type Fit,
  type FirmwareMode,
  type Plan,
  type TableStyle,
  type Way,
} from '@rhizotome/core';
import { Fragment } from 'react';
import { OwnerSwatch } from '../../parts/OwnerSwatch.js';
import classes from './StateMap.module.css';
import { words } from '../../words/words.js';

const FIT_MARKS: Readonly<Record<Fit, { readonly mark: string; readonly words: string }>> = {
  yes: { mark: '●', words: words['boot.works']() },
  'needs-bios-boot': { mark: '◐', words: words['boot.works-with-bios-boot']() },
  unreliable: { mark: '◌', words: words['boot.depends-firmware']() },
  no: { mark: '✕', words: words['boot.does-not-work']() },
};

const MODES = ['uefi', 'bios'] as const;
const STYLES = ['gpt', 'mbr'] as const;

interface Props {
  readonly plan: Plan;
  readonly ways: readonly Way[];
  /** The way that is pointed at beside the map. */
  readonly pointed: Way | null;
  /** Makes a state the plan's; `null` for one that cannot be chosen by hand. */
  readonly choose: (mode: FirmwareMode, style: TableStyle) => (() => void) | null;
}

/**
 * The four states a machine and disk can be in, what each system says to each, where the plan stands, and the ways that
 * lead from there to another.
 */
export function StateMap({ plan, ways, pointed, choose }: Props) {
  return (
    <div
      className={classes.map}
      data-ways={ways.length > 0 || undefined}
      role="table"
      aria-label={words['boot.boot-modes-tables-systems']()}
    >
      <div role="row" className={classes.contents}>
        <span role="columnheader" className="visually-hidden">
          {words['boot.mode']()}
        </span>
        <span aria-hidden />
        {STYLES.map((style, i) => (
          <Fragment key={style}>
            {i > 0 && <span aria-hidden />}
            <span role="columnheader" className={classes.axis}>
              {words['boot.disk'](style.toUpperCase())}
            </span>
          </Fragment>
        ))}
      </div>
      {MODES.map((mode, row) => (
        <Fragment key={mode}>
          {row > 0 && <Between plan={plan} ways={ways} pointed={pointed} />}
          <div role="row" className={classes.contents}>
            <span role="rowheader" className={classes.axis}>
              {words['boot.mode-2'](modeName(mode))}
            </span>
            {STYLES.map((style, column) => (
              <Fragment key={style}>
                {column > 0 && <Across mode={mode} plan={plan} ways={ways} pointed={pointed} />}
                <State
                  plan={plan}
                  mode={mode}
                  style={style}
                  reached={leadsTo(pointed, mode, style)}
                  choose={choose(mode, style)}
                />
              </Fragment>
            ))}
          </div>
        </Fragment>
      ))}
    </div>
  );
}

const leadsTo = (way: Way | null, mode: FirmwareMode, style: TableStyle) =>
  way !== null && way.mode === mode && way.style === style;

interface StateProps {
  readonly plan: Plan;
  readonly mode: FirmwareMode;
  readonly style: TableStyle;
  /** The way that is pointed at leads here. */
  readonly reached: boolean;
  readonly choose: (() => void) | null;
}

function State({ plan, mode, style, reached, choose }: StateProps) {
  const here = plan.target.mode === mode && plan.target.style === style;
  const out = !canRun(plan.machine, mode);
  return (
    <div
      role="cell"
      className={classes.cell}
      data-here={here || undefined}
      data-out={out || undefined}
      data-reached={reached || undefined}
    >
      {here && <span className={classes.here}>{words['boot.you-here']()}</span>}
      {out && <span className="small soft">{words['boot.not-supported-firmware']()}</span>}
      {plan.systems.map((system) => {
        const fit = fitOf(system, mode, style);
        const { mark, words } = FIT_MARKS[fit];
        return (
          <span key={system.id} className={classes.fit} data-fit={fit}>
            <OwnerSwatch owners={[system.id]} /> <b aria-hidden>{mark}</b>
            <span>
              {system.name}: <span className="soft">{words}</span>
            </span>
          </span>
        );
      })}
      {choose && (
        <Button
          size="compact-xs"
          variant="default"
          aria-label={words['boot.choose-state'](modeName(mode), style.toUpperCase())}
          onClick={choose}
        >
          {words['boot.choose']()}
        </Button>
      )}
    </div>
  );
}

type Shown = Omit<Props, 'choose'>;

interface WaysProps extends Shown {
  readonly mode?: FirmwareMode;
}

/** The ways between the two styles, in one mode. */
function Across({ mode, plan, ways, pointed }: WaysProps) {
  const { target } = plan;
  const taken = ways.filter((w) => target.mode === mode && w.mode === mode && w.style !== target.style);
  return (
    <div aria-hidden className={classes.across}>
      <Arrow taken={taken} all={ways} pointed={pointed} sign={target.style === 'gpt' ? '→' : '←'} />
    </div>
  );
}

/** The ways between the two modes, for each style, and those that change both. */
function Between({ plan, ways, pointed }: Shown) {
  const { target } = plan;
  const sign = target.mode === 'uefi' ? '↓' : '↑';
  const straight = (style: TableStyle) =>
    ways.filter((w) => target.style === style && w.style === style && w.mode !== target.mode);
  const both = ways.filter((w) => w.mode !== target.mode && w.style !== target.style);
  return (
    <div aria-hidden className={classes.contents}>
      <span />
      {STYLES.map((style, i) => (
        <Fragment key={style}>
          {i > 0 && (
            <div className={classes.between}>
              <Arrow taken={both} all={ways} pointed={pointed} sign={diagonal(plan)} />
            </div>
          )}
          <div className={classes.between}>
            <Arrow taken={straight(style)} all={ways} pointed={pointed} sign={sign} />
          </div>
        </Fragment>
      ))}
    </div>
  );
}

function diagonal({ target }: Plan): string {
  if (target.mode === 'uefi') return target.style === 'gpt' ? '↘' : '↙';
  return target.style === 'gpt' ? '↗' : '↖';
}

interface ArrowProps {
  readonly taken: readonly Way[];
  readonly all: readonly Way[];
  readonly pointed: Way | null;
  readonly sign: string;
}

const LOSS_WORDS = [
  words['boot.loses-nothing'](),
  words['boot.with-conditions'](),
  words['boot.erases-disk'](),
] as const;

/** The ranks of the ways that lead over this border, and what the mildest of them loses. */
function Arrow({ taken, all, pointed, sign }: ArrowProps) {
  if (taken.length === 0) return null;
  return (
    <div className={classes.arrow} data-pointed={(pointed && taken.includes(pointed)) || undefined}>
      <b>{sign}</b>
      {taken.map((way) => (
        <span key={`${way.id} ${way.mode} ${way.style}`} className={classes.rank} data-loss={way.loss}>
          {all.indexOf(way) + 1} {LOSS_WORDS[way.loss]}
        </span>
      ))}
    </div>
  );
}

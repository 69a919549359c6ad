import { useElementSize } from '@mantine/hooks';
import type { Runbook } from '@rhizotome/core';
import { memo, useMemo, useRef, type PointerEvent } from 'react';
import { useOpenState } from '../../open/context.js';
import { ownerColourIn, type Systems } from '../../parts/owners.js';
import { say } from '../../words/say.js';
import { words } from '../../words/words.js';
import { lanesOf, type Lane, type LaneBlock } from './lanes.js';
import { StepTimes } from './StepTimes.js';
import classes from './Timeline.module.css';

interface TimelineProps {
  readonly runbook: Runbook;
  /** How many steps are done at the moment that is shown. */
  readonly at: number;
  readonly go: (at: number) => void;
}

const LANE = 24;
const TOP = 6;
/** Width of the labels where there is room. */
const WIDE = 210;
/** Below this width a step has no number of its own. */
const NUMBERED = 17;

/** The whole procedure along one line: a lane for every place, what a power cut would cost, and how long each step takes. */
export function Timeline({ runbook, at, go }: TimelineProps) {
  const { ref, width } = useElementSize();
  const { lanes, steps } = useMemo(() => lanesOf(runbook), [runbook]);
  const label = width < 620 ? 96 : WIDE;
  const column = Math.max(0, (width - label) / Math.max(1, steps.length));
  const x = (done: number) => label + done * column;
  const exposed = steps.some((step) => step.exposure !== null);
  const height = TOP + (lanes.length + Number(exposed)) * LANE;
  /** Where the drawing begins in the window, from the press on: it is not asked for again while the pointer moves. */
  const left = useRef(0);
  const scrub = (event: PointerEvent<SVGSVGElement>) => {
    const done = Math.round((event.clientX - left.current - label) / column);
    go(Math.max(0, Math.min(steps.length, done)));
  };
  return (
    <section ref={ref} className={`${classes.timeline} no-print`} aria-label={words['timeline.title']()}>
      {width > 0 && (
        <>
          <svg
            width={width}
            height={height}
            className={classes.lanes}
            aria-hidden
            onPointerDown={(event) => {
              event.currentTarget.setPointerCapture(event.pointerId);
              left.current = event.currentTarget.getBoundingClientRect().left;
              scrub(event);
            }}
            onPointerMove={(event) => event.buttons === 1 && scrub(event)}
          >
            <Lanes runbook={runbook} label={label} column={column} height={height} />
          </svg>
          <span
            className={classes.cursor}
            data-cursor={at}
            style={{ height, transform: `translateX(${x(at)}px)` }}
          />
          <div className={classes.times} data-narrow={label < WIDE || undefined}>
            <span style={label < WIDE ? undefined : { width: label - 60 }}>{words['timeline.time']()}</span>
            <StepTimes times={runbook.times} label={label} width={width} />
          </div>
        </>
      )}
    </section>
  );
}

interface LanesProps {
  readonly runbook: Runbook;
  /** Widths of the labels and of a step. */
  readonly label: number;
  readonly column: number;
  readonly height: number;
}

/** All but the cursor, which goes along it: drawn once. */
const Lanes = memo(function Lanes({ runbook, label, column, height }: LanesProps) {
  const { plan } = useOpenState();
  const { lanes, steps } = lanesOf(runbook);
  const x = (done: number) => label + done * column;
  return (
    <>
      {lanes.map((lane, i) => (
        <LaneRow
          key={lane.key}
          lane={lane}
          systems={plan.systems}
          y={TOP + i * LANE}
          x={x}
          label={label}
          numbered={column >= NUMBERED}
          done={runbook.done}
        />
      ))}
      {steps.some((step) => step.exposure !== null) && (
        <text x={label - 10} y={height - 8} textAnchor="end" className={classes.exposedLabel}>
          {words['timeline.exposed']()}
        </text>
      )}
      {steps.map((step, i) =>
        step.exposure ? (
          <rect
            key={step.id}
            data-exposed={step.id}
            x={x(i)}
            width={column}
            y={height - LANE + 6}
            height={LANE - 12}
            className={classes.exposed}
          />
        ) : null,
      )}
    </>
  );
});

interface LaneRowProps {
  readonly lane: Lane;
  readonly systems: Systems;
  readonly y: number;
  readonly x: (done: number) => number;
  readonly label: number;
  readonly numbered: boolean;
  readonly done: number;
}

function LaneRow({ lane, systems, y, x, label, numbered, done }: LaneRowProps) {
  const fill = lane.system === null ? 'var(--ink-soft)' : ownerColourIn(systems, lane.system);
  return (
    <g data-lane={lane.key}>
      <text x={label - 10} y={y + 16} textAnchor="end" className={classes.label}>
        <title>{say(lane.title)}</title>
        {short(say(lane.title), label)}
      </text>
      <line x1={label} x2={x(lane.of)} y1={y + LANE - 1} y2={y + LANE - 1} className={classes.rule} />
      {lane.blocks.map((block) => (
        <Block key={block.first} block={block} fill={fill} y={y} x={x} numbered={numbered} done={done} />
      ))}
    </g>
  );
}

interface BlockProps extends Pick<LaneRowProps, 'y' | 'x' | 'numbered' | 'done'> {
  readonly block: LaneBlock;
  readonly fill: string;
}

/** Consecutive steps in one place; full colour as far as they are done. */
function Block({ block: { first, count, restart }, fill, y, x, numbered, done }: BlockProps) {
  const inner = { y: y + 3, height: LANE - 7 };
  const behind = Math.max(0, Math.min(count, done - first));
  return (
    <>
      <rect
        x={x(first)}
        width={x(first + count) - x(first)}
        {...inner}
        rx={2}
        style={{ fill }}
        fillOpacity={0.3}
      />
      {behind > 0 && (
        <rect x={x(first)} width={x(first + behind) - x(first)} {...inner} rx={2} style={{ fill }} />
      )}
      {restart && (
        <path d={`M${x(first)} ${y}v${LANE - 1}`} className={classes.restart}>
          <title>{say(restart)}</title>
        </path>
      )}
      {numbered &&
        Array.from({ length: count }, (_, i) => (
          <text
            key={i}
            x={(x(first + i) + x(first + i + 1)) / 2}
            y={y + 16}
            textAnchor="middle"
            className={classes.number}
          >
            {first + i + 1}
          </text>
        ))}
    </>
  );
}

/** About as much as fits beside the lanes; the rest is in its title. */
const short = (text: string, width: number): string => {
  const most = Math.floor(width / 6.6);
  return text.length > most ? `${text.slice(0, most - 1)}…` : text;
};

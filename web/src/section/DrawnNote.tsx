import {
  exposedSteps,
  formatBinary,
  formatBoth,
  partitionOf,
  partitionTitle,
  procedureFor,
  refusalInWords,
  timeSays,
  type Drawn,
  type Grip,
  type Plan,
  type PlannedPartition,
  type Procedure,
  type Survey,
} from '@rhizotome/core';
import { say } from '../words/say.js';
import classes from './Grips.module.css';
import type { PlacedSection } from './layout.js';

interface Props {
  /** The partitions whose size or place changes. */
  readonly parts: readonly string[];
  /** The plan before it is drawn. */
  readonly plan: Plan;
  readonly grip: Grip;
  readonly drawn: Drawn;
  /** Where the pointer is, from the top of the cores. */
  readonly y: number;
  readonly placed: PlacedSection;
  readonly survey: Survey;
  readonly asks?: PlannedPartition;
}

/** Beside the pointer: sizes, the place it came to lie at, why it goes no further, and what the plan costs so. */
export function DrawnNote({ plan, parts, grip, drawn, y, placed, survey, asks }: Props) {
  const { sectorBytes } = survey.disk;
  return (
    <div
      className={classes.told}
      data-resisted={drawn.resisted ? true : undefined}
      role="status"
      data-fact="drawn"
      style={{ left: placed.plannedX - 14, top: Math.max(0, Math.min(y, placed.height - 80)) }}
    >
      {asks && (
        <p>
          <b>{partitionTitle(asks)}</b> is kept: to move its start, all its data is copied. Drag further to
          move it.
        </p>
      )}
      {(asks ? [] : parts).map((id) => {
        const p = partitionOf(drawn.after, id);
        if (!p) return null;
        const figure =
          grip.kind === 'body'
            ? `starts at ${formatBoth(p.start * sectorBytes)}`
            : formatBoth(p.length * sectorBytes);
        return (
          <p key={id}>
            <b>{partitionTitle(p)}</b> {figure}
          </p>
        );
      })}
      {drawn.snapped && <p className={classes.snapped}>{drawn.snapped.what}</p>}
      {!asks && (
        <p className={classes.cost}>
          {costInWords(procedureFor({ plan, survey }), procedureFor({ plan: drawn.after, survey }))}
        </p>
      )}
      {drawn.resisted && <p className={classes.resisted}>{refusalInWords(drawn.resisted, sectorBytes)}</p>}
    </div>
  );
}

/** What the plan costs so, and what of that is new. */
function costInWords(before: Procedure, after: Procedure): string {
  const { moved, seconds } = after;
  if (moved.most === 0) return 'no data moves';
  const exposed = exposedSteps(after);
  const all = `up to ${formatBinary(moved.most)} move, ${say(timeSays(seconds))}, ${exposureInWords(exposed)}`;
  if (before.moved.most === 0) return all;
  const more = moved.most - before.moved.most;
  if (more === 0) return `moves no more data; in total ${all}`;
  return `${formatBinary(Math.abs(more))} ${more > 0 ? 'more' : 'less'} to move; in total ${all}`;
}

function exposureInWords(times: number): string {
  if (times === 0) return 'no power-cut risk';
  return times === 1 ? 'at risk from a power cut once' : `at risk from a power cut ${times} times`;
}

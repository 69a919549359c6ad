import {
  exposedSteps,
  formatBinary,
  formatBoth,
  partitionOf,
  procedureFor,
  refusalSays,
  timeSays,
  type Drawn,
  type Grip,
  type PlacedSection,
  type Plan,
  type PlannedPartition,
  type Procedure,
  type Survey,
} from '@rhizotome/core';
import { say, text } from '../words/say.js';
import classes from './Grips.module.css';
import { words } from '../words/words.js';
import { partitionTitle } from '../words/names.js';

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
  /** Drawn by keys, and not taken before Enter. */
  readonly pending?: boolean;
}

/** Beside the pointer: sizes, the place it came to lie at, why it goes no further, and what the plan costs so. */
export function DrawnNote({ plan, parts, grip, drawn, y, placed, survey, asks, pending }: Props) {
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
          {pending
            ? words['section.asks-by-key'](partitionTitle(asks))
            : words['section.asks'](partitionTitle(asks))}
        </p>
      )}
      {(asks && !pending ? [] : parts).map((id) => {
        const p = partitionOf(drawn.after, id);
        if (!p) return null;
        const figure =
          grip.kind === 'body'
            ? words['section.starts-at'](formatBoth(p.start * sectorBytes))
            : formatBoth(p.length * sectorBytes);
        return (
          <p key={id}>
            <b>{partitionTitle(p)}</b> {figure}
          </p>
        );
      })}
      {drawn.snapped && <p className={classes.snapped}>{text(drawn.snapped.what)}</p>}
      {(!asks || pending) && (
        <p className={classes.cost}>
          {costInWords(procedureFor({ plan, survey }), procedureFor({ plan: drawn.after, survey }))}
        </p>
      )}
      {drawn.resisted && <p className={classes.resisted}>{say(refusalSays(drawn.resisted, sectorBytes))}</p>}
    </div>
  );
}

/** What the plan costs so, and what of that is new. */
function costInWords(before: Procedure, after: Procedure): string {
  const { moved, seconds } = after;
  if (moved.most === 0) return words['section.no-data-moves']();
  const exposed = exposedSteps(after);
  const all = words['section.up-move'](
    formatBinary(moved.most),
    say(timeSays(seconds)),
    exposureInWords(exposed),
  );
  if (before.moved.most === 0) return all;
  const more = moved.most - before.moved.most;
  if (more === 0) return words['section.moves-no-more-data'](all);
  return words['section.move-total'](formatBinary(Math.abs(more)), more > 0, all);
}

function exposureInWords(times: number): string {
  return times === 0 ? words['section.no-power-cut-risk']() : words['section.at-risk-from-power'](times);
}

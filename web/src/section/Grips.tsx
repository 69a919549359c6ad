import {
  endOf,
  formatBinary,
  GIB,
  PAD,
  partitionOf,
  type Grip,
  type PlacedSection,
  type Plan,
} from '@rhizotome/core';
import { memo } from 'react';
import { DrawnNote } from './DrawnNote.js';
import classes from './Grips.module.css';
import { words } from '../words/words.js';
import { partitionTitle } from '../words/names.js';
import { keyOf, partsOf, type Drag } from './drag.js';
import { useGrips, type GripsProps } from './useGrips.js';

/** What can be taken hold of on the planned core: by pointer, or by the arrow keys. Ends and borders size, bodies slide. */
export function Grips(props: GripsProps) {
  const { plan, survey, placed, selected } = props;
  const { grips, drag, begin, move, drop, leave, nudge } = useGrips(props);
  const { sectorBytes } = survey.disk;
  return (
    <div
      className={classes.grips}
      role="group"
      aria-label={words['section.places-ends-borders']()}
      style={{ top: PAD.top, height: placed.height }}
      onDragStart={(event) => event.preventDefault()}
      onPointerDown={begin}
      onPointerMove={move}
      onPointerUp={drop}
      onPointerCancel={leave}
      onKeyDown={nudge}
      onBlur={leave}
    >
      {[...grips].map(([key, grip]) => {
        const held = drag !== null && keyOf(drag.grip) === key;
        const span = spanOf(held ? drag.drawn.after : plan, grip, placed);
        if (span.top > placed.height || span.top + span.height < 0) return null;
        return (
          <Handle
            key={placeKeyOf(grip)}
            id={key}
            kind={grip.kind}
            stratum={grip.kind === 'body' ? grip.partition : undefined}
            label={nameOf(plan, grip)}
            value={Math.round((grip.at * sectorBytes) / GIB)}
            words={sizesInWords(plan, grip, sectorBytes)}
            near={concerns(grip, selected)}
            held={held}
            left={placed.plannedX}
            width={placed.coreWidth}
            top={span.top}
            height={span.height}
          />
        );
      })}
      {(drag?.drawn.resisted || (drag?.asks && !drag.pending)) && <Tether drag={drag} placed={placed} />}
      {drag && <DrawnNote {...drag} plan={plan} parts={partsOf(drag.grip)} placed={placed} survey={survey} />}
    </div>
  );
}

/** How far the pointer is from what is held back. */
function Tether({ drag, placed }: { drag: Drag; placed: PlacedSection }) {
  const { top, height } = spanOf(drag.drawn.after, drag.grip, placed);
  const held = top + height / 2;
  const pulled = drag.y + (drag.grip.kind === 'body' ? height / 2 : 0);
  return (
    <div
      className={classes.tether}
      style={{
        left: placed.plannedX + placed.coreWidth / 2,
        top: Math.min(held, pulled),
        height: Math.abs(held - pulled),
      }}
    />
  );
}

interface HandleProps {
  readonly id: string;
  readonly kind: Grip['kind'];
  readonly stratum: string | undefined;
  readonly label: string;
  readonly value: number;
  readonly words: string;
  readonly near: boolean;
  readonly held: boolean;
  readonly left: number;
  readonly width: number;
  readonly top: number;
  readonly height: number;
}

const Handle = memo(function Handle(props: HandleProps) {
  const { id, kind, stratum, label, value, words, near, held, left, width, top, height } = props;
  return (
    <div
      role="slider"
      tabIndex={near ? 0 : -1}
      aria-orientation="vertical"
      aria-label={label}
      aria-valuenow={value}
      aria-valuetext={words}
      className={kind === 'body' ? classes.body : classes.grip}
      data-grip={id}
      data-stratum={stratum}
      data-held={held || undefined}
      data-near={near || undefined}
      style={{ left, width, top, ...(kind === 'body' ? { height } : {}) }}
    />
  );
});

/** The same for an end that comes to touch its neighbour: the focus stays upon it. */
const placeKeyOf = (grip: Grip) => (grip.kind === 'border' ? `end ${grip.left}` : keyOf(grip));
const concerns = (grip: Grip, selected: string | null) =>
  selected !== null && partsOf(grip).includes(selected);

function titleIn(plan: Plan, id: string): string {
  const p = partitionOf(plan, id);
  return p ? `“${partitionTitle(p)}”` : words['section.partition']();
}

function nameOf(plan: Plan, grip: Grip): string {
  if (grip.kind === 'border')
    return words['section.border'](titleIn(plan, grip.left), titleIn(plan, grip.right));
  return words['section.of'](grip.kind, titleIn(plan, grip.partition));
}

function sizesInWords(plan: Plan, grip: Grip, sectorBytes: number): string {
  if (grip.kind === 'body') return words['section.starts-at'](formatBinary(grip.at * sectorBytes));
  return partsOf(grip)
    .map((id) => `${titleIn(plan, id)} ${formatBinary((partitionOf(plan, id)?.length ?? 0) * sectorBytes)}`)
    .join(', ');
}

/** Where the grip lies in a plan, in pixels from the top of the core. */
function spanOf(plan: Plan, grip: Grip, { scale }: PlacedSection): { top: number; height: number } {
  const [first] = partsOf(grip);
  const p = partitionOf(plan, first!);
  if (!p) return { top: scale.toPixel(grip.at), height: 0 };
  if (grip.kind === 'body') {
    const top = Math.max(0, scale.toPixel(p.start));
    return { top, height: Math.min(scale.height, scale.toPixel(endOf(p))) - top };
  }
  return { top: scale.toPixel(grip.kind === 'start' ? p.start : endOf(p)), height: 0 };
}

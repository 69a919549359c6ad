import {
  alignmentSectors,
  bodiesOf,
  drawGrip,
  endOf,
  formatBinary,
  GIB,
  gripsOf,
  movedByGrip,
  partitionOf,
  type Drawn,
  type Grip,
  type Plan,
  type PlannedPartition,
  type Survey,
} from '@rhizotome/core';
import { memo, useEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { DrawnNote } from './DrawnNote.js';
import classes from './Grips.module.css';
import type { PlacedSection } from './layout.js';
import { PAD } from './pads.js';
import { words } from '../words/words.js';
import { partitionTitle } from '../words/names.js';

interface Props {
  /** The plan as it is, without what is being drawn. */
  readonly plan: Plan;
  readonly survey: Survey;
  readonly placed: PlacedSection;
  readonly selected: string | null;
  readonly onSelect: (id: string) => void;
  /** Shows a plan for the time being; `null` shows the one that is. */
  readonly preview: (plan: Plan | null) => void;
  /** Makes the edit that came of it. */
  readonly take: (drawn: Drawn) => void;
}

interface Hold {
  readonly grip: Grip;
  /** Where the pointer took hold, from the top of the drawing, and how far off the grip that was. */
  readonly from: number;
  readonly offset: number;
  /** Where it is drawn to; absent before the pointer has gone far enough to mean it. */
  readonly to?: { readonly y: number; readonly fine: boolean };
}

interface Drag {
  readonly grip: Grip;
  readonly drawn: Drawn;
  /** Where the pointer is, from the top of the drawing. */
  readonly y: number;
  /** The kept volume that would be moved were it drawn further. */
  readonly asks?: PlannedPartition;
}

/** Pixels within which a telling place draws the grip to it. */
const REACH = 6;
/** Pixels that the pointer goes before it draws, and before it moves a kept volume with all its data. */
const SLACK = { plain: 3, movesData: 36 };

/** What can be taken hold of on the planned core: by pointer, or by the arrow keys. Ends and borders size, bodies slide. */
export function Grips({ plan, survey, placed, selected, onSelect, preview, take }: Props) {
  const grips = useMemo(
    () => new Map([...bodiesOf({ plan, survey }), ...gripsOf({ plan, survey })].map((g) => [keyOf(g), g])),
    [plan, survey],
  );
  const [drag, setDrag] = useState<Drag | null>(null);
  const hold = useRef<Hold | null>(null);
  const frame = useRef(0);
  useEffect(() => () => cancelAnimationFrame(frame.current), []);
  const { sectorBytes } = survey.disk;

  const drawnTo = (grip: Grip, { y, fine }: { y: number; fine: boolean }): Drawn => {
    const sector = placed.scale.toSector(y);
    const snap = fine ? alignmentSectors(sectorBytes) : snapFor(placed, y, sectorBytes);
    const reach = fine ? 0 : placed.scale.toSector(y + REACH) - sector;
    return drawGrip({ plan, survey }, grip, sector, snap, reach);
  };
  const leave = () => {
    cancelAnimationFrame(frame.current);
    hold.current = null;
    setDrag(null);
    preview(null);
  };
  const begin = (event: PointerEvent<HTMLElement>) => {
    const element = (event.target as Element).closest<HTMLElement>('[data-grip]');
    const grip = grips.get(element?.dataset['grip'] ?? '');
    if (!element || !grip || event.button !== 0) return;
    // Where text is selected, the browser would drag that text, and end this drag.
    event.preventDefault();
    window.getSelection()?.removeAllRanges();
    event.currentTarget.setPointerCapture(event.pointerId);
    element.focus({ preventScroll: true });
    const y = event.clientY - topOf(event.currentTarget);
    hold.current = { grip, from: y, offset: y - placed.scale.toPixel(grip.at) };
  };
  const move = (event: PointerEvent<HTMLElement>) => {
    const held = hold.current;
    if (!held) return;
    const y = event.clientY - topOf(event.currentTarget);
    const gone = Math.abs(y - held.from);
    if (!held.to && gone < SLACK.plain) return;
    const moved = movedByGrip(plan, held.grip);
    if (!held.to && moved && gone < SLACK.movesData) {
      setDrag({ grip: held.grip, drawn: { edit: null, after: plan, resisted: null }, y, asks: moved });
      return;
    }
    const to = { y: y - held.offset, fine: event.shiftKey };
    hold.current = { ...held, to };
    cancelAnimationFrame(frame.current);
    frame.current = requestAnimationFrame(() => {
      const drawn = drawnTo(held.grip, to);
      setDrag({ grip: held.grip, drawn, y: to.y });
      preview(drawn.after);
    });
  };
  const drop = () => {
    const held = hold.current;
    // Where the pointer was let go counts, though no frame showed it yet.
    const drawn = held?.to && drawnTo(held.grip, held.to);
    if (drawn?.edit && drawn.after !== plan) take(drawn);
    else if (held?.grip.kind === 'body' && !drag) onSelect(held.grip.partition);
    leave();
  };
  const nudge = (event: KeyboardEvent<HTMLElement>) => {
    const grip = grips.get((event.target as HTMLElement).dataset['grip'] ?? '');
    if (!grip) return;
    if (event.key === 'Escape') return leave();
    const steps = { ArrowDown: 1, ArrowUp: -1, PageDown: 10, PageUp: -10 }[event.key];
    if (steps === undefined) return;
    event.preventDefault();
    const step = event.shiftKey ? alignmentSectors(sectorBytes) : GIB / sectorBytes;
    // A part that slides keeps its distance from round places; what is sized comes to lie on them.
    const snap = grip.kind === 'body' ? alignmentSectors(sectorBytes) : step;
    const drawn = drawGrip({ plan, survey }, grip, grip.at + steps * step, snap);
    if (drawn.edit) take(drawn);
    else setDrag({ grip, drawn, y: placed.scale.toPixel(grip.at) });
  };

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
      {(drag?.drawn.resisted || drag?.asks) && <Tether drag={drag} placed={placed} />}
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

const topOf = (element: Element) => element.getBoundingClientRect().top;
const partsOf = (grip: Grip) => (grip.kind === 'border' ? [grip.left, grip.right] : [grip.partition]);
/** The same for an end that comes to touch its neighbour: the focus stays upon it. */
const placeKeyOf = (grip: Grip) => (grip.kind === 'border' ? `end ${grip.left}` : keyOf(grip));
const keyOf = (grip: Grip) => `${grip.kind} ${partsOf(grip).join(' ')}`;
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

/** The roundest step that is finer than three pixels there: whole tens, whole GiB, a quarter, a MiB. */
function snapFor(placed: PlacedSection, y: number, sectorBytes: number): number {
  const { scale } = placed;
  const three = (scale.toSector(y + 3) - scale.toSector(y)) * sectorBytes;
  const steps = [10 * GIB, GIB, GIB / 4, GIB / 64, GIB / 1024];
  return (steps.find((step) => step <= three) ?? GIB / 1024) / sectorBytes;
}

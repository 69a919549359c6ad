import {
  alignmentSectors,
  drawGrip,
  endOf,
  formatBinary,
  formatBoth,
  GIB,
  gripsOf,
  partitionOf,
  partitionTitle,
  procedureFor,
  refusalInWords,
  timeInWords,
  type Drawn,
  type Grip,
  type Plan,
  type Survey,
} from '@rhizotome/core';
import { useEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import classes from './Grips.module.css';
import type { PlacedSection } from './layout.js';

interface Props {
  /** The plan as it is, without what is being drawn. */
  readonly plan: Plan;
  readonly survey: Survey;
  readonly placed: PlacedSection;
  readonly selected: string | null;
  /** Shows a plan for the time being; `null` shows the one that is. */
  readonly preview: (plan: Plan | null) => void;
  /** Makes the edit that came of it. */
  readonly take: (drawn: Drawn) => void;
}

interface Drag {
  readonly grip: Grip;
  readonly drawn: Drawn;
  /** Where the pointer is, from the top of the drawing. */
  readonly y: number;
}

const PAD_TOP = 28;

/** What can be taken hold of on the planned core: by pointer, or by the arrow keys. */
export function Grips({ plan, survey, placed, selected, preview, take }: Props) {
  const grips = useMemo(() => gripsOf(plan, survey), [plan, survey]);
  const [drag, setDrag] = useState<Drag | null>(null);
  const frame = useRef(0);
  useEffect(() => () => cancelAnimationFrame(frame.current), []);
  const { sectorBytes } = survey.disk;

  const draw = (grip: Grip, y: number, fine: boolean) => {
    const snap = fine ? alignmentSectors(sectorBytes) : snapFor(placed, y - PAD_TOP, sectorBytes);
    const drawn = drawGrip(plan, survey, grip, placed.scale.toSector(y - PAD_TOP), snap);
    setDrag({ grip, drawn, y });
    preview(drawn.after);
  };
  const leave = () => {
    cancelAnimationFrame(frame.current);
    setDrag(null);
    preview(null);
  };
  const move = (event: PointerEvent<HTMLElement>, grip: Grip) => {
    if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
    const top = event.currentTarget.parentElement!.getBoundingClientRect().top;
    const [y, fine] = [event.clientY - top, event.shiftKey];
    cancelAnimationFrame(frame.current);
    frame.current = requestAnimationFrame(() => draw(grip, y, fine));
  };
  const drop = (event: PointerEvent<HTMLElement>) => {
    event.currentTarget.releasePointerCapture(event.pointerId);
    if (drag?.drawn.edit && drag.drawn.after !== plan) take(drag.drawn);
    leave();
  };
  const nudge = (event: KeyboardEvent<HTMLElement>, grip: Grip) => {
    if (event.key === 'Escape') return leave();
    const steps = { ArrowDown: 1, ArrowUp: -1, PageDown: 10, PageUp: -10 }[event.key];
    if (steps === undefined) return;
    event.preventDefault();
    const step = event.shiftKey ? alignmentSectors(sectorBytes) : GIB / sectorBytes;
    const drawn = drawGrip(plan, survey, grip, grip.at + steps * step, step);
    if (drawn.edit) take(drawn);
    else setDrag({ grip, drawn, y: placed.scale.toPixel(grip.at) + PAD_TOP });
  };

  return (
    <div className={classes.grips} role="group" aria-label="Ends and borders">
      {grips.map((grip) => (
        <div
          key={keyOf(grip)}
          role="slider"
          tabIndex={concerns(grip, selected) ? 0 : -1}
          aria-orientation="vertical"
          aria-label={nameOf(plan, grip)}
          aria-valuenow={Math.round((grip.at * sectorBytes) / GIB)}
          aria-valuetext={sizesInWords(plan, grip, sectorBytes)}
          className={classes.grip}
          data-grip={keyOf(grip)}
          data-held={drag?.grip === grip || undefined}
          data-near={concerns(grip, selected) || undefined}
          style={{
            left: placed.plannedX,
            width: placed.coreWidth,
            top: placed.scale.toPixel(drag?.grip === grip ? placeOf(drag) : grip.at) + PAD_TOP,
          }}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            event.currentTarget.focus({ preventScroll: true });
          }}
          onPointerMove={(event) => move(event, grip)}
          onPointerUp={drop}
          onPointerCancel={leave}
          onKeyDown={(event) => nudge(event, grip)}
          onBlur={leave}
        />
      ))}
      {drag && <Told drag={drag} placed={placed} survey={survey} />}
    </div>
  );
}

/** Sizes of both sides, why it goes no further, and what the plan costs so. */
function Told({ drag, placed, survey }: { drag: Drag; placed: PlacedSection; survey: Survey }) {
  const { grip, drawn, y } = drag;
  const { sectorBytes } = survey.disk;
  const { moved, seconds } = procedureFor(drawn.after, survey);
  return (
    <div
      className={classes.told}
      role="status"
      data-fact="drawn"
      style={{ left: placed.plannedX - 14, top: Math.max(PAD_TOP, Math.min(y, placed.height - 40)) }}
    >
      {partsOf(grip).map((id) => {
        const p = partitionOf(drawn.after, id);
        return p && <Size key={id} title={partitionTitle(p)} bytes={p.length * sectorBytes} />;
      })}
      <p className={classes.cost}>
        {moved.most > 0 ? `up to ${formatBinary(moved.most)} move, ${timeInWords(seconds)}` : 'no data moves'}
      </p>
      {drawn.resisted && <p className={classes.resisted}>{refusalInWords(drawn.resisted, sectorBytes)}</p>}
    </div>
  );
}

function Size({ title, bytes }: { title: string; bytes: number }) {
  return (
    <p>
      <b>{title}</b> {formatBoth(bytes)}
    </p>
  );
}

const partsOf = (grip: Grip) => (grip.kind === 'border' ? [grip.left, grip.right] : [grip.partition]);
const keyOf = (grip: Grip) => `${grip.kind} ${partsOf(grip).join(' ')}`;
const concerns = (grip: Grip, selected: string | null) =>
  selected !== null && partsOf(grip).includes(selected);

function titleIn(plan: Plan, id: string): string {
  const p = partitionOf(plan, id);
  return p ? `“${partitionTitle(p)}”` : 'a part';
}

function nameOf(plan: Plan, grip: Grip): string {
  if (grip.kind === 'border') return `Border of ${titleIn(plan, grip.left)} and ${titleIn(plan, grip.right)}`;
  return `${grip.kind === 'end' ? 'End' : 'Start'} of ${titleIn(plan, grip.partition)}`;
}

function sizesInWords(plan: Plan, grip: Grip, sectorBytes: number): string {
  return partsOf(grip)
    .map((id) => `${titleIn(plan, id)} ${formatBinary((partitionOf(plan, id)?.length ?? 0) * sectorBytes)}`)
    .join(', ');
}

/** Where the grip lies in what was drawn. */
function placeOf({ grip, drawn }: Drag): number {
  const [first] = partsOf(grip);
  const p = partitionOf(drawn.after, first!);
  if (!p) return grip.at;
  return grip.kind === 'start' ? p.start : endOf(p);
}

/** The roundest step that is finer than three pixels there: whole tens, whole GiB, a quarter, a MiB. */
function snapFor(placed: PlacedSection, y: number, sectorBytes: number): number {
  const { scale } = placed;
  const three = (scale.toSector(y + 3) - scale.toSector(y)) * sectorBytes;
  const steps = [10 * GIB, GIB, GIB / 4, GIB / 64, GIB / 1024];
  return (steps.find((step) => step <= three) ?? GIB / 1024) / sectorBytes;
}

import {
  alignmentSectors,
  bodiesOf,
  drawGrip,
  GIB,
  gripsOf,
  movedByGrip,
  type Drawn,
  type Grip,
  type PlacedSection,
  type Plan,
  type Planned,
  type Survey,
} from '@rhizotome/core';
import { useEffect, useMemo, useRef, useState, type PointerEvent } from 'react';
import { keyOf, partsOf, type Drag } from './drag.js';
import { useNudge } from './useNudge.js';

export interface GripsProps {
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
  readonly to?: Place;
  /** A finger on a part that is not selected, or within one: it scrolls, or selects, and draws nothing. */
  readonly tap?: boolean;
}

/** In pixels from the top of the drawing; `fine` where no round place draws it to itself. */
interface Place {
  readonly y: number;
  readonly fine: boolean;
}

/** Pixels within which a telling place draws the grip to it. */
const REACH = 6;
/** Pixels that the pointer goes before it draws, and before it moves a kept volume with all its data. */
const SLACK = { plain: 3, movesData: 36 };

/** What can be taken hold of, what is held, and what the pointer and the keys do with it. */
export function useGrips({ plan, survey, placed, onSelect, preview, take }: GripsProps) {
  const grips = useMemo(
    () => new Map([...bodiesOf({ plan, survey }), ...gripsOf({ plan, survey })].map((g) => [keyOf(g), g])),
    [plan, survey],
  );
  const [drag, setDrag] = useState<Drag | null>(null);
  const hold = useRef<Hold | null>(null);
  const frame = useRef(0);
  useEffect(() => () => cancelAnimationFrame(frame.current), []);
  const drawnTo = (grip: Grip, to: Place) => drawnByPointer({ plan, survey }, placed, grip, to);
  const leave = () => {
    cancelAnimationFrame(frame.current);
    hold.current = null;
    setDrag(null);
    preview(null);
  };
  const begin = (event: PointerEvent<HTMLElement>) => {
    hold.current = takenHold(event, grips, placed) ?? hold.current;
  };
  const move = (event: PointerEvent<HTMLElement>) => {
    const held = hold.current;
    if (!held || held.tap) return;
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
    else if (held && !drag && (held.tap || held.grip.kind === 'body')) onSelect(partsOf(held.grip)[0]!);
    leave();
  };
  const nudge = useNudge({ plan, survey }, placed, { grips, drag, setDrag, preview, take, leave });
  return { grips, drag, begin, move, drop, leave, nudge };
}

/** What the pointer takes hold of, when it is pressed; from then on it draws that and nothing else. */
function takenHold(
  event: PointerEvent<HTMLElement>,
  grips: ReadonlyMap<string, Grip>,
  { scale }: PlacedSection,
): Hold | undefined {
  const element = (event.target as Element).closest<HTMLElement>('[data-grip]');
  const grip = grips.get(element?.dataset['grip'] ?? '');
  if (!element || !grip || event.button !== 0) return undefined;
  // A finger scrolls, and taps. It draws an end of what it has selected before, and nothing else.
  if (event.pointerType === 'touch' && (grip.kind === 'body' || element.dataset['near'] === undefined))
    return { grip, from: 0, offset: 0, tap: true };
  // Where text is selected, the browser would drag that text, and end this drag.
  event.preventDefault();
  window.getSelection()?.removeAllRanges();
  event.currentTarget.setPointerCapture(event.pointerId);
  element.focus({ preventScroll: true });
  const y = event.clientY - topOf(event.currentTarget);
  return { grip, from: y, offset: y - scale.toPixel(grip.at) };
}

/** What a grip that is drawn to a place in pixels makes of the plan. */
function drawnByPointer(planned: Planned, { scale }: PlacedSection, grip: Grip, { y, fine }: Place): Drawn {
  const { sectorBytes } = planned.survey.disk;
  const sector = scale.toSector(y);
  const snap = fine ? alignmentSectors(sectorBytes) : snapFor(scale, y, sectorBytes);
  const reach = fine ? 0 : scale.toSector(y + REACH) - sector;
  return drawGrip(planned, grip, sector, snap, reach);
}

const topOf = (element: Element) => element.getBoundingClientRect().top;
/** The roundest step that is finer than three pixels there: whole tens, whole GiB, a quarter, a MiB. */
function snapFor(scale: PlacedSection['scale'], y: number, sectorBytes: number): number {
  const three = (scale.toSector(y + 3) - scale.toSector(y)) * sectorBytes;
  const steps = [10 * GIB, GIB, GIB / 4, GIB / 64, GIB / 1024];
  return (steps.find((step) => step <= three) ?? GIB / 1024) / sectorBytes;
}

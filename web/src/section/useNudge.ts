import {
  alignmentSectors,
  drawGrip,
  endOf,
  GIB,
  movedByGrip,
  partitionOf,
  type Drawn,
  type Grip,
  type PlacedSection,
  type Plan,
  type Planned,
} from '@rhizotome/core';
import type { KeyboardEvent } from 'react';
import { keyOf, type Drag } from './drag.js';

interface Held {
  readonly grips: ReadonlyMap<string, Grip>;
  readonly drag: Drag | null;
  readonly setDrag: (drag: Drag) => void;
  readonly preview: (plan: Plan) => void;
  readonly take: (drawn: Drawn) => void;
  readonly leave: () => void;
}

/**
 * What a key does to the grip that has the focus. As the pointer does, the keys ask before a kept volume travels with all its data:
 * Enter takes it, Escape leaves it.
 */
export function useNudge(planned: Planned, placed: PlacedSection, held: Held) {
  const { grips, drag, setDrag, preview, take, leave } = held;
  const show = (grip: Grip, drawn: Drawn) => {
    const y = placed.scale.toPixel(grip.at);
    const moved = movedByGrip(planned.plan, grip);
    if (drawn.edit && moved) {
      setDrag({ grip, drawn, y, asks: moved, pending: true });
      preview(drawn.after);
    } else if (drawn.edit) take(drawn);
    else setDrag({ grip, drawn, y });
  };
  return (event: KeyboardEvent<HTMLElement>) => {
    const grip = grips.get((event.target as HTMLElement).dataset['grip'] ?? '');
    if (!grip) return;
    const waiting = drag?.pending && keyOf(drag.grip) === keyOf(grip) ? drag.drawn : null;
    if (event.key === 'Escape' && drag) leave();
    else if (event.key === 'Enter' && waiting) {
      take(waiting);
      leave();
    } else {
      const drawn = drawnByKey(planned, grip, waiting ? placeOf(waiting.after, grip) : grip.at, event);
      if (!drawn) return;
      show(grip, drawn);
    }
    event.preventDefault();
  };
}

const KEYS: Readonly<Record<string, number>> = { ArrowDown: 1, ArrowUp: -1, PageDown: 10, PageUp: -10 };

/** A GiB a press, or with Shift the least that can be. */
function drawnByKey(
  planned: Planned,
  grip: Grip,
  from: number,
  { key, shiftKey }: KeyboardEvent,
): Drawn | undefined {
  const steps = KEYS[key];
  if (steps === undefined) return undefined;
  const { sectorBytes } = planned.survey.disk;
  const step = shiftKey ? alignmentSectors(sectorBytes) : GIB / sectorBytes;
  // A part that slides keeps its distance from round places; what is sized comes to lie on them.
  const snap = grip.kind === 'body' ? alignmentSectors(sectorBytes) : step;
  return drawGrip(planned, grip, from + steps * step, snap);
}

/** Where the place that a grip holds lies in a plan. */
function placeOf(plan: Plan, grip: Grip): number {
  const p = partitionOf(plan, grip.kind === 'border' ? grip.left : grip.partition);
  if (!p) return grip.at;
  return grip.kind === 'start' || grip.kind === 'body' ? p.start : endOf(p);
}

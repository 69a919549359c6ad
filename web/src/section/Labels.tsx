import {
  formatBinary,
  formatDecimal,
  LEADER,
  PAD,
  same,
  type PlacedSection,
  type PlacedStratum,
  type DrawnStratum,
} from '@rhizotome/core';
import { memo, type KeyboardEvent } from 'react';
import classes from './SectionDrawing.module.css';
import { words } from '../words/words.js';

type Side = 'found' | 'planned';

/** Thin lines from the parts of one core to their labels. */
export function Leaders({ side, placed }: { side: Side; placed: PlacedSection }) {
  const { foundX, plannedX, coreWidth } = placed;
  const [x0, x1] =
    side === 'found'
      ? [foundX - 1, foundX - LEADER]
      : [plannedX + coreWidth + 1, plannedX + coreWidth + LEADER];
  const line = (s: PlacedStratum) => {
    const middle = s.top + s.height / 2;
    const bend = x0 + (x1 - x0) * 0.45;
    return `M${x0} ${middle}H${x0 + (x1 - x0) * 0.2}L${bend} ${s.labelAt}H${x1}`;
  };
  return <path className={classes.leaders} d={placed[side].map(line).join('')} />;
}

interface LabelsProps {
  readonly side: Side;
  readonly placed: PlacedSection;
  readonly selected: string | null;
  readonly onSelect: ((id: string) => void) | undefined;
}

/** Labels of one core: the buttons by which its parts are selected. Arrows go up and down, and to the other core. */
export function Labels({ side, placed, selected, onSelect }: LabelsProps) {
  const { foundX, plannedX, coreWidth, width, labelHeight } = placed;
  const [left, wide] =
    side === 'found'
      ? [0, foundX - LEADER - 2]
      : [plannedX + coreWidth + LEADER + 2, width - plannedX - coreWidth - LEADER - 6];
  const step = (event: KeyboardEvent<HTMLElement>) => {
    const label = (event.target as HTMLElement).closest<HTMLElement>('[data-part]');
    const target = label && neighbour(label, event.key);
    if (!target) return;
    event.preventDefault();
    onSelect?.(target.dataset['part']!);
    target.focus();
  };
  return (
    <div
      role="group"
      aria-label={
        side === 'found' ? words['section.partitions-as-found']() : words['section.partitions-as-planned']()
      }
      onKeyDown={step}
    >
      {placed[side].map((s) => (
        <Label
          key={s.id}
          side={side}
          placed={s}
          left={left}
          width={wide}
          height={labelHeight}
          selected={selected === s.id}
          onSelect={onSelect}
        />
      ))}
    </div>
  );
}

function neighbour(label: HTMLElement, key: string): HTMLElement | null {
  switch (key) {
    case 'ArrowDown':
      return label.nextElementSibling as HTMLElement | null;
    case 'ArrowUp':
      return label.previousElementSibling as HTMLElement | null;
    case 'ArrowLeft':
    case 'ArrowRight': {
      const [part, to] = [label.dataset['part']!, key === 'ArrowLeft' ? 'found' : 'planned'];
      const drawing = label.parentElement?.parentElement;
      return (
        drawing?.querySelector<HTMLElement>(`[data-side=${to}][data-part="${CSS.escape(part)}"]`) ?? null
      );
    }
    default:
      return null;
  }
}

/** Below this a label has no room for all its notes, and says what becomes of it, or else what it contains. */
const TIGHT_PIXELS = 130;

interface LabelProps {
  readonly side: Side;
  readonly placed: PlacedStratum;
  readonly left: number;
  readonly width: number;
  readonly height: number;
  readonly selected: boolean;
  readonly onSelect: ((id: string) => void) | undefined;
}

/** Where there is little room, the name of a free space says enough. */
const shortNote = ({ kind, fate, notes }: DrawnStratum) => fate ?? (kind === 'gap' ? null : notes[0]);

const Label = memo(function Label({ side, placed, left, width, height, selected, onSelect }: LabelProps) {
  const { stratum, labelAt } = placed;
  const note = width < TIGHT_PIXELS ? shortNote(stratum) : stratum.notes.join(' · ');
  return (
    <button
      type="button"
      className={classes.label}
      data-side={side}
      data-kind={stratum.kind}
      data-lines={height > 30 ? 2 : 1}
      data-part={stratum.id}
      aria-pressed={selected}
      style={{ left, width, top: PAD.top + labelAt - height / 2, height }}
      onClick={() => onSelect?.(stratum.id)}
    >
      <span className={classes.title}>
        <b>{stratum.title}</b> {note && <span className={classes.note}>{note}</span>}
      </span>
      <span className={classes.size}>
        {formatBinary(stratum.sizeBytes)}{' '}
        <span className={classes.note}>{formatDecimal(stratum.sizeBytes)}</span>
      </span>
    </button>
  );
}, same);

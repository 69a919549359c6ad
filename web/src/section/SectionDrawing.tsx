import { formatExact, PAD, tickBytes, type PlacedSection, type SystemId } from '@rhizotome/core';
import { memo, useId, useMemo, type MouseEvent, type ReactNode } from 'react';
import type { Systems } from '../parts/owners.js';
import { Core, Stripes } from './Core.js';
import { Labels, Leaders } from './Labels.js';
import { Brackets, FloorLine, Selection, Ticks } from './Overlays.js';
import { Ribbon, RibbonFills } from './Ribbon.js';
import classes from './SectionDrawing.module.css';
import { words } from '../words/words.js';

interface Props {
  /** The systems of the plan that is drawn: their order gives the colours. */
  readonly systems: Systems;
  readonly placed: PlacedSection;
  /** Drawn is not the plan but what would become of it. */
  readonly tentative?: boolean;
  /** Over the planned core, where it shows another moment. */
  readonly heading?: string | undefined;
  readonly selected?: string | null;
  /** Absent where the drawing is only to be looked at. */
  readonly onSelect?: ((id: string) => void) | undefined;
  /** Asks for what can be done with a part, at a place in the window. */
  readonly onActions?: ((id: string, at: { readonly x: number; readonly y: number }) => void) | undefined;
  /** What lies over the drawing. */
  readonly children?: ReactNode;
}

/**
 * Two cores, as found and as planned, with ribbons between. The shapes are for the eye and the pointer;
 * the labels beside them are the buttons, for the keyboard and for reading aloud.
 */
export const SectionDrawing = memo(function SectionDrawing(props: Props) {
  const { placed, selected = null, onSelect, onActions, children } = props;
  const { width, height, labels } = placed;
  return (
    <div
      className={classes.drawing}
      style={{ width, height: height + PAD.top + PAD.bottom }}
      onContextMenu={(event) => onActions && askForActions(event, onActions)}
    >
      <Shapes {...props} />
      {labels === 'both' && <Labels side="found" placed={placed} selected={selected} onSelect={onSelect} />}
      {labels !== 'none' && <Labels side="planned" placed={placed} selected={selected} onSelect={onSelect} />}
      {children}
    </div>
  );
});

/** At the pointer, or under the part where it was asked for with a key. */
function askForActions(event: MouseEvent, onActions: NonNullable<Props['onActions']>): void {
  const on = (event.target as Element).closest<HTMLElement>('[data-stratum], [data-part], [data-ribbon]');
  const id = on?.dataset['stratum'] ?? on?.dataset['part'] ?? on?.dataset['ribbon'];
  if (id === undefined) return;
  event.preventDefault();
  const box = on!.getBoundingClientRect();
  const byKey = event.clientX === 0 && event.clientY === 0;
  onActions(id, byKey ? { x: box.left + 20, y: box.bottom } : { x: event.clientX, y: event.clientY });
}

function Shapes({ systems, placed, tentative = false, heading, selected = null, onSelect }: Props) {
  const { width, height, foundX, plannedX, coreWidth, sectorBytes, labels } = placed;
  const prefix = useId();
  const shared = useMemo(() => sharedOwners(placed), [placed]);
  const core = { systems, prefix, width: coreWidth, height, onSelect };
  return (
    <svg width={width} height={height + PAD.top + PAD.bottom} aria-hidden>
      <defs>
        {shared.map((owners) => (
          <Stripes key={owners.join()} prefix={prefix} systems={systems} owners={owners} />
        ))}
        <RibbonFills />
      </defs>
      {labels !== 'none' && <Captions placed={placed} tentative={tentative} heading={heading} />}
      <svg y={PAD.top} width={width} height={height}>
        {placed.ribbons.map((ribbon) => (
          <Ribbon
            key={ribbon.id}
            ribbon={ribbon}
            sectorBytes={sectorBytes}
            wordy={labels === 'both'}
            onSelect={onSelect}
          />
        ))}
      </svg>
      <g transform={`translate(0 ${PAD.top})`}>
        <Core {...core} strata={placed.found} x={foundX} />
        <Core {...core} strata={placed.planned} x={plannedX} />
        <Ticks placed={placed} />
        {labels !== 'none' && <FloorLines placed={placed} selected={selected} />}
        <Brackets placed={placed} />
        <Selection placed={placed} selected={selected} />
        {labels === 'both' && <Leaders side="found" placed={placed} />}
        {labels !== 'none' && <Leaders side="planned" placed={placed} />}
      </g>
    </svg>
  );
}

function FloorLines({ placed, selected }: { placed: PlacedSection; selected: string | null }) {
  const { planned, plannedX, coreWidth, sectorBytes } = placed;
  return planned.map((s) => (
    <FloorLine
      key={s.id}
      placed={s}
      x={plannedX}
      width={coreWidth}
      sectorBytes={sectorBytes}
      selected={selected === s.id}
    />
  ));
}

interface CaptionsProps {
  readonly placed: PlacedSection;
  readonly tentative: boolean;
  readonly heading: string | undefined;
}

function Captions({ placed, tentative, heading }: CaptionsProps) {
  const { foundX, plannedX, coreWidth, labels, view, sectorBytes } = placed;
  const [found, planned] =
    labels === 'both'
      ? [words['section.as-found'](), words['common.as-planned']()]
      : [words['section.found'](), words['section.planned']()];
  return (
    <>
      <text x={foundX + coreWidth / 2} y={16} className={classes.caption}>
        {found}
      </text>
      <text
        x={plannedX + coreWidth / 2}
        y={16}
        className={classes.caption}
        data-tentative={tentative || undefined}
      >
        {heading ?? (tentative ? words['section.preview']() : planned)}
      </text>
      {labels === 'both' && (
        <text x={(foundX + coreWidth + plannedX) / 2} y={16} className={classes.scaleNote}>
          {words['section.tick-every'](formatExact(tickBytes(view.length * sectorBytes)))}
        </text>
      )}
    </>
  );
}

function sharedOwners(placed: PlacedSection): SystemId[][] {
  const lists = [...placed.found, ...placed.planned]
    .map((s) => [...s.stratum.owners])
    .filter((o) => o.length > 1);
  return [...new Map(lists.map((o) => [o.join(), o])).values()];
}

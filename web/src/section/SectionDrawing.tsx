import { formatBinary, formatDecimal, type Plan, type SystemId } from '@rhizotome/core';
import { memo, useMemo, type KeyboardEvent, type ReactNode } from 'react';
import { ownerColour } from '../parts/owners.js';
import type { PlacedRibbon, PlacedSection, PlacedStratum } from './layout.js';
import classes from './SectionDrawing.module.css';

interface Props {
  readonly plan: Plan;
  readonly placed: PlacedSection;
  readonly sectorBytes: number;
  readonly selected: string | null;
  readonly onSelect: (id: string) => void;
  /** What lies over the drawing. */
  readonly children?: ReactNode;
}

const PAD = { top: 28, bottom: 10 } as const;
const LEADER = 16;

/**
 * Two cores, as found and as planned, with ribbons between. The shapes are for the eye and the pointer;
 * the labels beside them are the buttons, for the keyboard and for reading aloud.
 */
export const SectionDrawing = memo(function SectionDrawing({
  plan,
  placed,
  sectorBytes,
  selected,
  onSelect,
  children,
}: Props) {
  const { width, height, foundX, plannedX, coreWidth } = placed;
  const shared = useMemo(() => sharedOwners(placed), [placed]);
  return (
    <div className={classes.drawing} style={{ width, height: height + PAD.top + PAD.bottom }}>
      <svg width={width} height={height + PAD.top + PAD.bottom} aria-hidden>
        <defs>
          {shared.map((owners) => (
            <Stripes key={owners.join()} plan={plan} owners={owners} />
          ))}
          <pattern
            id="travels"
            width="9"
            height="9"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(-35)"
          >
            <rect width="9" height="9" fill="var(--ribbon-moved)" />
            <path d="M0 4.500h9" stroke="var(--hazard)" strokeWidth="1.2" strokeOpacity="0.6" />
          </pattern>
          <pattern id="lost" width="8" height="8" patternUnits="userSpaceOnUse">
            <rect width="8" height="8" fill="var(--ribbon-erased)" />
            <path d="M0 0l8 8M8 0l-8 8" stroke="var(--blocker)" strokeWidth="0.9" strokeOpacity="0.55" />
          </pattern>
        </defs>
        <text x={foundX + coreWidth / 2} y={16} className={classes.caption}>
          as found
        </text>
        <text x={plannedX + coreWidth / 2} y={16} className={classes.caption}>
          as planned
        </text>
        <g transform={`translate(0 ${PAD.top})`}>
          {placed.ribbons.map((ribbon) => (
            <Ribbon key={ribbon.id} ribbon={ribbon} sectorBytes={sectorBytes} onSelect={onSelect} />
          ))}
          <Core
            plan={plan}
            strata={placed.found}
            x={foundX}
            width={coreWidth}
            height={height}
            onSelect={onSelect}
          />
          <Core
            plan={plan}
            strata={placed.planned}
            x={plannedX}
            width={coreWidth}
            height={height}
            onSelect={onSelect}
          />
          {placed.planned.map((s) => (
            <FloorLine
              key={s.stratum.id}
              placed={s}
              x={plannedX}
              width={coreWidth}
              sectorBytes={sectorBytes}
              selected={selected === s.stratum.id}
            />
          ))}
          <Brackets placed={placed} />
          <Selection placed={placed} selected={selected} />
          <Leaders placed={placed} />
        </g>
      </svg>
      <Labels side="found" placed={placed} strata={placed.found} selected={selected} onSelect={onSelect} />
      <Labels
        side="planned"
        placed={placed}
        strata={placed.planned}
        selected={selected}
        onSelect={onSelect}
      />
      {children}
    </div>
  );
});

function sharedOwners(placed: PlacedSection): SystemId[][] {
  const lists = [...placed.found, ...placed.planned]
    .map((s) => [...s.stratum.owners])
    .filter((o) => o.length > 1);
  return [...new Map(lists.map((o) => [o.join(), o])).values()];
}

const patternId = (owners: readonly SystemId[]) => `shared-${owners.join('-')}`;

function Stripes({ plan, owners }: { plan: Plan; owners: readonly SystemId[] }) {
  const band = 7;
  const size = band * owners.length;
  return (
    <pattern
      id={patternId(owners)}
      width={size}
      height={size}
      patternUnits="userSpaceOnUse"
      patternTransform="rotate(45)"
    >
      {owners.map((owner, i) => (
        <rect
          key={owner}
          x={i * band}
          width={band}
          height={size}
          style={{ fill: ownerColour(plan, owner) }}
        />
      ))}
    </pattern>
  );
}

interface CoreProps {
  readonly plan: Plan;
  readonly strata: readonly PlacedStratum[];
  readonly x: number;
  readonly width: number;
  readonly height: number;
  readonly onSelect: (id: string) => void;
}

function Core({ plan, strata, x, width, height, onSelect }: CoreProps) {
  return (
    <>
      <rect x={x} width={width} height={height} className={classes.core} />
      {strata.map((s) => (
        <StratumShape key={s.stratum.id} plan={plan} placed={s} x={x} width={width} onSelect={onSelect} />
      ))}
    </>
  );
}

interface StratumProps {
  readonly plan: Plan;
  readonly placed: PlacedStratum;
  readonly x: number;
  readonly width: number;
  readonly onSelect: (id: string) => void;
}

/** Tinted over its whole height, full colour as far across as it is used. */
function StratumShape({ plan, placed, x, width, onSelect }: StratumProps) {
  const { stratum, top, height, exaggerated } = placed;
  const inner = { y: top + 0.75, height: Math.max(0.5, height - 1.5) };
  const fill =
    stratum.owners.length > 1 ? `url(#${patternId(stratum.owners)})` : ownerColour(plan, stratum.owners[0]);
  return (
    <g className={classes.stratum} onClick={() => onSelect(stratum.id)}>
      {stratum.kind === 'gap' ? (
        <rect x={x} width={width} {...inner} className={classes.gap} />
      ) : (
        <>
          <rect x={x} width={width} {...inner} style={{ fill }} fillOpacity={0.42} />
          {stratum.used !== undefined && (
            <rect x={x} width={width * stratum.used} {...inner} style={{ fill }} />
          )}
        </>
      )}
      {exaggerated && height > 12 && (
        <path className={classes.break} d={breakMark(x + width - 9, top + height / 2)} />
      )}
    </g>
  );
}

/** The sign that a stratum is drawn taller than it is. */
function breakMark(x: number, y: number): string {
  return `M${x} ${y - 4}l5 3-5 2 5 3`;
}

const CHANGES: Readonly<Partial<Record<PlacedRibbon['kind'], string>>> = {
  erased: 'deleted',
  formatted: 'content erased',
  moved: 'moves',
};

function Ribbon({
  ribbon,
  sectorBytes,
  onSelect,
}: {
  ribbon: PlacedRibbon;
  sectorBytes: number;
  onSelect: (id: string) => void;
}) {
  const { wordsAt, kind, lengthChange, travels } = ribbon;
  const size = formatBinary(Math.abs(lengthChange) * sectorBytes);
  const resized = lengthChange === 0 ? '' : lengthChange < 0 ? `shrinks by ${size}` : `grows by ${size}`;
  const first = kind === 'erased' || kind === 'formatted' ? CHANGES[kind]! : resized || CHANGES[kind] || '';
  const second = travels
    ? 'its data travels'
    : lengthChange < 0 && kind === 'shrunk'
      ? 'its start stays'
      : '';
  return (
    <g className={classes.ribbon} onClick={() => onSelect(ribbon.id)}>
      <path d={ribbon.path} data-kind={travels ? 'moved' : kind} />
      {first && wordsAt.room > 16 && (
        <text x={wordsAt.x} y={wordsAt.y + (second && wordsAt.room > 36 ? -3 : 4)} className={classes.words}>
          {first}
          {second && wordsAt.room > 36 && (
            <tspan x={wordsAt.x} dy="1.3em" className={classes.aside}>
              {second}
            </tspan>
          )}
        </text>
      )}
    </g>
  );
}

interface FloorProps {
  readonly placed: PlacedStratum;
  readonly x: number;
  readonly width: number;
  readonly sectorBytes: number;
  readonly selected: boolean;
}

function FloorLine({ placed, x, width, sectorBytes, selected }: FloorProps) {
  const { stratum, floorAt, height } = placed;
  if (floorAt === undefined || (!selected && height < 60)) return null;
  return (
    <g className={classes.floor}>
      <path d={`M${x - 8} ${floorAt}H${x + width + 6}`} />
      <text x={x - 12} y={floorAt + 4}>
        floor {formatBinary(stratum.floor! * sectorBytes)}
      </text>
    </g>
  );
}

function Selection({ placed, selected }: { placed: PlacedSection; selected: string | null }) {
  const cores = [
    { x: placed.foundX, strata: placed.found },
    { x: placed.plannedX, strata: placed.planned },
  ];
  return cores.map(({ x, strata }) =>
    strata
      .filter((s) => s.stratum.id === selected)
      .map((s) => (
        <rect
          key={`${x}`}
          x={x - 2}
          y={s.top - 1}
          width={placed.coreWidth + 4}
          height={s.height + 2}
          className={classes.selected}
        />
      )),
  );
}

/** The extended container of an MBR: a bracket along the parts it holds. */
function Brackets({ placed }: { placed: PlacedSection }) {
  const { brackets, foundX, plannedX, coreWidth } = placed;
  const sides = [
    { edge: brackets.found, x: foundX - 6, turn: 4 },
    { edge: brackets.planned, x: plannedX + coreWidth + 6, turn: -4 },
  ];
  return sides.map(
    ({ edge, x, turn }) =>
      edge && (
        <path
          key={x}
          className={classes.bracket}
          d={`M${x + turn} ${edge.top + 1}H${x}V${edge.bottom - 1}H${x + turn}`}
        />
      ),
  );
}

function Leaders({ placed }: { placed: PlacedSection }) {
  const { foundX, plannedX, coreWidth } = placed;
  const line = (x0: number, x1: number, s: PlacedStratum) => {
    const middle = s.top + s.height / 2;
    const bend = x0 + (x1 - x0) * 0.45;
    return `M${x0} ${middle}H${x0 + (x1 - x0) * 0.2}L${bend} ${s.labelAt}H${x1}`;
  };
  return (
    <g className={classes.leaders}>
      {placed.found.map((s) => (
        <path key={s.stratum.id} d={line(foundX - 1, foundX - LEADER, s)} />
      ))}
      {placed.planned.map((s) => (
        <path key={s.stratum.id} d={line(plannedX + coreWidth + 1, plannedX + coreWidth + LEADER, s)} />
      ))}
    </g>
  );
}

interface LabelsProps {
  readonly side: 'found' | 'planned';
  readonly placed: PlacedSection;
  readonly strata: readonly PlacedStratum[];
  readonly selected: string | null;
  readonly onSelect: (id: string) => void;
}

function Labels({ side, placed, strata, selected, onSelect }: LabelsProps) {
  const { foundX, plannedX, coreWidth, width, labelHeight } = placed;
  const box =
    side === 'found'
      ? { left: 0, width: foundX - LEADER - 2 }
      : { left: plannedX + coreWidth + LEADER + 2, width: width - plannedX - coreWidth - LEADER - 14 };
  const step = (event: KeyboardEvent<HTMLElement>, at: number) => {
    const to = { ArrowDown: at + 1, ArrowUp: at - 1 }[event.key];
    const target = to === undefined ? undefined : strata[to];
    if (!target) return;
    event.preventDefault();
    onSelect(target.stratum.id);
    const sibling =
      event.key === 'ArrowDown'
        ? event.currentTarget.nextElementSibling
        : event.currentTarget.previousElementSibling;
    (sibling as HTMLElement | null)?.focus();
  };
  return (
    <div role="group" aria-label={side === 'found' ? 'Parts as found' : 'Parts as planned'}>
      {strata.map(({ stratum, labelAt }, i) => (
        <button
          key={stratum.id}
          type="button"
          className={classes.label}
          data-side={side}
          data-kind={stratum.kind}
          data-lines={labelHeight > 30 ? 2 : 1}
          data-part={stratum.id}
          aria-pressed={selected === stratum.id}
          style={{ ...box, top: PAD.top + labelAt - labelHeight / 2, height: labelHeight }}
          onClick={() => onSelect(stratum.id)}
          onKeyDown={(event) => step(event, i)}
        >
          <span className={classes.title}>
            <b>{stratum.title}</b> <span className={classes.note}>{stratum.note}</span>
          </span>
          <span className={classes.size}>
            {formatBinary(stratum.sizeBytes)}{' '}
            <span className={classes.note}>{formatDecimal(stratum.sizeBytes)}</span>
          </span>
        </button>
      ))}
    </div>
  );
}

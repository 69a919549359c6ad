import { message, type PlacedSection, type PlacedStratum } from '@rhizotome/core';
import classes from './SectionDrawing.module.css';
import { say } from '../words/say.js';

interface FloorProps {
  readonly placed: PlacedStratum;
  readonly x: number;
  readonly width: number;
  readonly sectorBytes: number;
  readonly selected: boolean;
}

/** The least size, as a line that a drag cannot pass. */
export function FloorLine({ placed, x, width, sectorBytes, selected }: FloorProps) {
  const { stratum, floorAt, height } = placed;
  if (floorAt === undefined || (!selected && height < 60)) return null;
  return (
    <g className={classes.floor}>
      <path d={`M${x - 8} ${floorAt}H${x + width + 6}`} />
      <text x={x - 12} y={floorAt + 4}>
        {say(message('section.floor', { bytes: stratum.floor! * sectorBytes }))}
      </text>
    </g>
  );
}

/** A frame about the selected part, in both cores. */
export function Selection({ placed, selected }: { placed: PlacedSection; selected: string | null }) {
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
export function Brackets({ placed }: { placed: PlacedSection }) {
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

/** Round places along the inner edges of the cores. */
export function Ticks({ placed }: { placed: PlacedSection }) {
  const { ticks, foundX, plannedX, coreWidth } = placed;
  const path = ticks.map((y) => `M${foundX + coreWidth} ${y}h5M${plannedX - 5} ${y}h5`).join('');
  return <path className={classes.ticks} d={path} />;
}

import { same, type PlacedStratum, type SystemId } from '@rhizotome/core';
import { memo } from 'react';
import { ownerColourIn, type Systems } from '../parts/owners.js';
import classes from './SectionDrawing.module.css';

/** The id of the fill for these owners, in the drawing of this prefix. */
const patternId = (prefix: string, owners: readonly SystemId[]) => `${prefix}-${owners.join('-')}`;

interface StripesProps {
  readonly prefix: string;
  readonly systems: Systems;
  readonly owners: readonly SystemId[];
}

/** A fill in the colours of all who share. */
export function Stripes({ prefix, systems, owners }: StripesProps) {
  const band = 7;
  const size = band * owners.length;
  return (
    <pattern
      id={patternId(prefix, owners)}
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
          style={{ fill: ownerColourIn(systems, owner) }}
        />
      ))}
    </pattern>
  );
}

interface CoreProps {
  readonly systems: Systems;
  readonly prefix: string;
  readonly strata: readonly PlacedStratum[];
  readonly x: number;
  readonly width: number;
  readonly height: number;
  readonly onSelect: ((id: string) => void) | undefined;
}

/** One core: the disk cut open, sector 0 at the top. */
export function Core({ systems, prefix, strata, x, width, height, onSelect }: CoreProps) {
  return (
    <>
      <rect x={x} width={width} height={height} className={classes.core} />
      {strata.map((s) => (
        <StratumShape
          key={s.id}
          systems={systems}
          prefix={prefix}
          placed={s}
          x={x}
          width={width}
          onSelect={onSelect}
        />
      ))}
    </>
  );
}

interface StratumProps {
  readonly systems: Systems;
  readonly prefix: string;
  readonly placed: PlacedStratum;
  readonly x: number;
  readonly width: number;
  readonly onSelect: ((id: string) => void) | undefined;
}

/** Tinted over its whole height, full colour as far across as it is used. Drawn again only where it is another. */
const StratumShape = memo(function StratumShape({
  systems,
  prefix,
  placed,
  x,
  width,
  onSelect,
}: StratumProps) {
  const { stratum, top, height, exaggerated, outlines } = placed;
  const inner = { y: top + 0.75, height: Math.max(0.5, height - 1.5) };
  // Only so much of it as the setup takes, where that is known.
  const given =
    outlines.length > 0
      ? { y: inner.y, height: Math.max(0.5, outlines.at(-1)!.bottom + 1 - inner.y) }
      : inner;
  const fill =
    stratum.owners.length > 1
      ? `url(#${patternId(prefix, stratum.owners)})`
      : ownerColourIn(systems, stratum.owners[0]);
  return (
    <g className={classes.stratum} data-stratum={stratum.id} onClick={() => onSelect?.(stratum.id)}>
      {stratum.kind === 'gap' ? (
        <>
          <rect x={x} width={width} {...inner} className={classes.gap} />
          {stratum.owners.length > 0 && (
            <rect
              x={x + 1}
              width={width - 2}
              {...given}
              className={classes.room}
              style={{ fill, stroke: fill }}
            />
          )}
          {outlines.map(({ id, title, top: from, bottom }) => (
            <rect
              key={id}
              data-outline={id}
              x={x + 5}
              width={width - 10}
              y={from + 1}
              height={Math.max(1, bottom - from - 2)}
              className={classes.outline}
              style={{ stroke: fill }}
            >
              <title>{title}</title>
            </rect>
          ))}
        </>
      ) : (
        <>
          <rect x={x} width={width} {...inner} style={{ fill }} fillOpacity={0.42} />
          {stratum.used !== undefined && (
            <rect x={x} width={width * stratum.used} {...inner} style={{ fill }} />
          )}
        </>
      )}
      {stratum.unaligned && <path className={classes.unaligned} d={`M${x} ${top}h9l-9 9z`} />}
      {exaggerated && height > 12 && (
        <path className={classes.break} d={breakMark(x + width - 9, top + height / 2)} />
      )}
    </g>
  );
}, same);

/** The sign that a stratum is drawn taller than it is. */
function breakMark(x: number, y: number): string {
  return `M${x} ${y - 4}l5 3-5 2 5 3`;
}

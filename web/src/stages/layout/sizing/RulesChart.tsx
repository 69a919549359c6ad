import { formatBinary, GIB, swapRules, type SwapRule } from '@rhizotome/core';
import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceDot,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import { AXIS, axisTo, below, noted } from '../../../parts/axis.js';
import classes from './SizingBench.module.css';
import { words } from '../../../words/words.js';

/** The rules are drawn at least up to this much memory. */
const LEAST_DRAWN = 16 * GIB;
/** Straight pieces that a line is drawn of. */
const STEPS = 20;
const NAMES: Readonly<Record<SwapRule['id'], string>> = {
  fill: words['sizing.up-16'](),
  equal: words['sizing.as-ram'](),
  twice: words['sizing.twice'](),
  hibernate: words['sizing.hibernate'](),
  none: words['parts.none'](),
};
/** Pixels that a label is set off by, where lines end side by side. */
const SHIFTS: Readonly<Record<SwapRule['id'], number>> = {
  fill: 0,
  equal: 6,
  twice: 0,
  hibernate: -6,
  none: 0,
};
const DASHES: Readonly<Record<SwapRule['id'], string>> = {
  fill: '2 3',
  equal: '7 4',
  twice: '1 0',
  hibernate: '10 3 2 3',
  none: '1 0',
};

/** The size that every rule gives at each amount of memory, in GiB, and the axes that hold all of it. */
function rulesUpTo(ram: number) {
  const across = axisTo((1.25 * Math.max(ram, LEAST_DRAWN)) / GIB);
  const [, end] = across.domain;
  const up = axisTo(Math.max(...swapRules(end * GIB).map((r) => r.bytes)) / GIB);
  const data = Array.from({ length: STEPS + 1 }, (_, i) => (i * end) / STEPS).map((memory) => ({
    memory,
    ...Object.fromEntries(swapRules(memory * GIB).map((r) => [r.id, r.bytes / GIB])),
  }));
  return { across, up, data };
}

const UP_LABEL = {
  value: words['sizing.swap-gib'](),
  angle: -90,
  position: 'insideLeft',
  offset: 12,
  fontSize: 11,
  fill: 'var(--ink-soft)',
} as const;

const HERE = { r: 3.5, fill: 'var(--accent)', stroke: 'none' } as const;
const PRESENT = { r: 6, fill: 'none', stroke: 'var(--ink)', strokeWidth: 2 } as const;

/** The rules for swap against memory. @param present the size that swap has in the plan, in bytes */
export function RulesChart({ ram, present }: { ram: number; present: number | null }) {
  const { across, up, data } = rulesUpTo(ram);
  const rules = swapRules(ram).filter((r) => r.id !== 'none');
  const machine = noted(words['sizing.machine'](formatBinary(ram)), 'top', 'var(--accent)');
  const memory = below(words['sizing.memory-gib']());
  return (
    <div className={classes.chart} style={{ height: 250 }}>
      <ResponsiveContainer>
        <LineChart data={data} margin={{ top: 18, right: 78, bottom: 18, left: 0 }}>
          <CartesianGrid stroke="var(--hairline)" />
          <XAxis dataKey="memory" type="number" {...across} {...AXIS} label={memory} />
          <YAxis type="number" {...up} {...AXIS} width={40} label={UP_LABEL} />
          {rules.map(({ id }) => (
            <Line
              key={id}
              dataKey={id}
              stroke="var(--ink)"
              strokeWidth={1.6}
              strokeDasharray={DASHES[id]}
              dot={false}
              isAnimationActive={false}
              label={<EndLabel last={STEPS} text={NAMES[id]} shift={SHIFTS[id]} />}
            />
          ))}
          <ReferenceLine x={ram / GIB} stroke="var(--accent)" strokeWidth={2} label={machine} />
          {rules.map((rule) => (
            <ReferenceDot key={rule.id} x={ram / GIB} y={rule.bytes / GIB} {...HERE} />
          ))}
          {present !== null && <ReferenceDot x={ram / GIB} y={present / GIB} {...PRESENT} />}
        </LineChart>
      </ResponsiveContainer>
    </div>
  );
}

interface EndLabelProps {
  readonly last: number;
  readonly text: string;
  readonly shift: number;
  readonly index?: number;
  readonly x?: number | string;
  readonly y?: number | string;
}

/** The name of a line, at its end. */
function EndLabel({ last, text, shift, index, x, y }: EndLabelProps) {
  if (index !== last) return null;
  return (
    <text x={Number(x) + 6} y={Number(y) + 4 + shift} fontSize={11} fill="var(--ink)">
      {text}
    </text>
  );
}

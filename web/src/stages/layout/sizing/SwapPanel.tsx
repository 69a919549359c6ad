import {
  bytes,
  formatBinary,
  formatBoth,
  GIB,
  sizeOf,
  swapRules,
  type Survey,
  type SwapRule,
  type System,
} from '@rhizotome/core';
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
import { useEdit, useOpenState } from '../../../open/context.js';
import { SizeInput } from '../../../parts/SizeInput.js';
import { SetSize, TargetNote, useTarget } from './SetSize.js';
import { AXIS, below, noted } from './axis.js';
import classes from './SizingBench.module.css';
import { words } from '../../../words/words.js';
import { text } from '../../../words/say.js';

/** Memory sizes at which the rules are drawn, in GiB; each step as wide as the next. */
const MEMORY = [1, 2, 4, 8, 16, 32, 64];
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

interface Props {
  readonly survey: Survey;
  readonly system: System | undefined;
}

/** The rules for swap against memory, with this machine marked. */
export function SwapPanel({ survey, system }: Props) {
  const { plan } = useOpenState();
  const { tryEdit } = useEdit();
  const { target, targets, choose } = useTarget('swap', system);
  const ram = plan.machine.ramBytes;
  if (ram === null)
    return (
      <>
        <p>{words['sizing.enter-memory-machine-first']()}</p>
        <SizeInput
          label={words['sizing.memory-machine']()}
          context={{ disk: bytes(0) }}
          value={null}
          hint={words['sizing.example-16gib']()}
          onSize={(ramBytes) => tryEdit({ kind: 'set-machine', changes: { ramBytes } })}
        />
      </>
    );
  const present = target.kind === 'partition' ? sizeOf(target.partition, survey) : null;
  return (
    <>
      <TargetNote survey={survey} target={target} targets={targets} choose={choose} />
      <RulesChart ram={ram} present={present} />
      <ul className={classes.rules}>
        {swapRules(ram).map((rule) => (
          <li key={rule.id}>
            <p className="small">{sentence(rule)}</p>
            {(rule.bytes > 0 || rule.id === 'none') && (
              <SetSize
                survey={survey}
                target={target}
                size={rule.bytes}
                label={rule.bytes === 0 ? words['sizing.no-swap']() : formatBoth(rule.bytes)}
              />
            )}
          </li>
        ))}
      </ul>
      <p className="small soft">{words['sizing.rules-thumb'](system?.hibernates ? system.name : null)}</p>
    </>
  );
}

function sentence({ id, bytes: size, reason }: SwapRule): string {
  if (size === 0 && id !== 'none') return words['sizing.memory-alone-does'](capital(text(reason)));
  return `${capital(text(reason))}.`;
}

const capital = (said: string) => said.charAt(0).toUpperCase() + said.slice(1);

function RulesChart({ ram, present }: { ram: number; present: number | null }) {
  const memory = [...new Set([...MEMORY, ram / GIB])].sort((a, b) => a - b);
  const rules = swapRules(ram).filter((r) => r.id !== 'none');
  const data = memory.map((gib) => ({
    x: Math.log2(gib),
    ...Object.fromEntries(swapRules(gib * GIB).map((r) => [r.id, Math.log2(1 + r.bytes / GIB)])),
  }));
  const at = Math.log2(ram / GIB);
  const height = (size: number) => Math.log2(1 + size / GIB);
  const sizes = [0, 1, 3, 7, 15, 31, 63, 127];
  return (
    <div className={classes.chart} style={{ height: 250 }}>
      <ResponsiveContainer>
        <LineChart data={data} margin={{ top: 18, right: 78, bottom: 18, left: 0 }}>
          <CartesianGrid stroke="var(--hairline)" />
          <XAxis
            dataKey="x"
            type="number"
            domain={[0, Math.max(6, at)]}
            ticks={MEMORY.map((g) => Math.log2(g))}
            tickFormatter={(x: number) => String(2 ** x)}
            {...AXIS}
            label={below(words['sizing.memory-gib']())}
          />
          <YAxis
            type="number"
            domain={[0, 7]}
            ticks={sizes.map((s) => Math.log2(1 + s))}
            tickFormatter={(y: number) => String(Math.round(2 ** y - 1))}
            {...AXIS}
            width={40}
            label={{
              value: words['sizing.swap-gib'](),
              angle: -90,
              position: 'insideLeft',
              offset: 12,
              fontSize: 11,
              fill: 'var(--ink-soft)',
            }}
          />
          {rules.map((rule) => (
            <Line
              key={rule.id}
              dataKey={rule.id}
              stroke="var(--ink)"
              strokeWidth={1.6}
              strokeDasharray={DASHES[rule.id]}
              dot={false}
              isAnimationActive={false}
              label={<EndLabel last={data.length - 1} text={NAMES[rule.id]} shift={SHIFTS[rule.id]} />}
            />
          ))}
          <ReferenceLine
            x={at}
            stroke="var(--accent)"
            strokeWidth={2}
            label={noted(words['sizing.machine'](formatBinary(ram)), 'top', 'var(--accent)')}
          />
          {rules.map((rule) => (
            <ReferenceDot
              key={rule.id}
              x={at}
              y={height(rule.bytes)}
              r={3.5}
              fill="var(--accent)"
              stroke="none"
            />
          ))}
          {present !== null && (
            <ReferenceDot x={at} y={height(present)} r={6} fill="none" stroke="var(--ink)" strokeWidth={2} />
          )}
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

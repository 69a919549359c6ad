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
import { AXIS, axisTo, below, noted } from './axis.js';
import classes from './SizingBench.module.css';
import { words } from '../../../words/words.js';
import { text } from '../../../words/say.js';

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
  const across = axisTo((1.25 * Math.max(ram, LEAST_DRAWN)) / GIB);
  const end = across.domain[1];
  const rules = swapRules(ram).filter((r) => r.id !== 'none');
  const up = axisTo(Math.max(...swapRules(end * GIB).map((r) => r.bytes)) / GIB);
  const data = Array.from({ length: STEPS + 1 }, (_, i) => (i * end) / STEPS).map((memory) => ({
    memory,
    ...Object.fromEntries(swapRules(memory * GIB).map((r) => [r.id, r.bytes / GIB])),
  }));
  return (
    <div className={classes.chart} style={{ height: 250 }}>
      <ResponsiveContainer>
        <LineChart data={data} margin={{ top: 18, right: 78, bottom: 18, left: 0 }}>
          <CartesianGrid stroke="var(--hairline)" />
          <XAxis
            dataKey="memory"
            type="number"
            {...across}
            {...AXIS}
            label={below(words['sizing.memory-gib']())}
          />
          <YAxis
            type="number"
            {...up}
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
              label={<EndLabel last={STEPS} text={NAMES[rule.id]} shift={SHIFTS[rule.id]} />}
            />
          ))}
          <ReferenceLine
            x={ram / GIB}
            stroke="var(--accent)"
            strokeWidth={2}
            label={noted(words['sizing.machine'](formatBinary(ram)), 'top', 'var(--accent)')}
          />
          {rules.map((rule) => (
            <ReferenceDot
              key={rule.id}
              x={ram / GIB}
              y={rule.bytes / GIB}
              r={3.5}
              fill="var(--accent)"
              stroke="none"
            />
          ))}
          {present !== null && (
            <ReferenceDot
              x={ram / GIB}
              y={present / GIB}
              r={6}
              fill="none"
              stroke="var(--ink)"
              strokeWidth={2}
            />
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

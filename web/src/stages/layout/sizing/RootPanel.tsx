import { Button, Checkbox } from '@mantine/core';
import {
  GIB,
  bytes,
  formatBinary,
  formatBoth,
  isArriving,
  message,
  nearestProfile,
  rootAdvice,
  sizeOf,
  type LevelOfSize,
  type Phrase,
  type RootUse,
  type SizeAdvice,
  type Survey,
  type System,
} from '@rhizotome/core';
import { Bar, BarChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { useEdit, useOpenState } from '../../../open/context.js';
import { SizeInput } from '../../../parts/SizeInput.js';
import { SetSize, TargetNote, useTarget } from './SetSize.js';
import { useTold } from './told.js';
import { AXIS, axisTo, noted } from '../../../parts/axis.js';
import classes from './SizingBench.module.css';
import { words } from '../../../words/words.js';
import { text } from '../../../words/say.js';

const LEVEL_NAMES: Readonly<Record<LevelOfSize, string>> = {
  least: words['systems.mark']('least'),
  comfortable: words['systems.mark']('comfortable'),
  generous: words['systems.mark']('generous'),
};
const LEVELS: readonly LevelOfSize[] = ['least', 'comfortable', 'generous'];

interface Props {
  readonly survey: Survey;
  readonly system: System | undefined;
}

/** What the root of a system is made of, at three levels. */
export function RootPanel({ survey, system }: Props) {
  const { plan } = useOpenState();
  const [use, change] = useTold(system);
  const { target, targets, choose } = useTarget('root', system);
  const profile = system && nearestProfile(system);
  const ownBoot = plan.partitions.some((p) => p.role === 'boot' && p.owners.includes(system?.id ?? ''));
  const whole: RootUse = { ...use, kernelsInside: !ownBoot && !system?.kernelsOnEfi };
  const advice = profile && rootAdvice(profile.id, whole);
  if (!system || !advice) return <p className="soft">{words['sizing.there-no-system-plan']()}</p>;
  const present = target.kind === 'partition' ? sizeOf(target.partition, survey) : null;
  return (
    <>
      <TargetNote survey={survey} target={target} targets={targets} choose={choose} />
      <MakeUpChart advice={advice} present={present} />
      <MakeUpTable advice={advice} source={profile.source} />
      <div className={classes.told}>
        <More
          label={words['sizing.more-programs']()}
          value={use.moreProgramsBytes}
          set={(n) => change({ moreProgramsBytes: n })}
        />
        <More
          label={words['sizing.containers-virtual-machines']()}
          value={use.containersBytes}
          set={(n) => change({ containersBytes: n })}
        />
        <More
          label={words['sizing.files-if-there-no']()}
          value={use.filesOnRootBytes}
          set={(n) => change({ filesOnRootBytes: n })}
        />
        <Checkbox
          size="xs"
          label={words['sizing.keeps-snapshots-itself']()}
          checked={use.snapshots}
          onChange={(e) => change({ snapshots: e.currentTarget.checked })}
        />
      </div>
      {LEVELS.map((level) => (
        <SetSize
          key={level}
          survey={survey}
          target={target}
          size={advice[level].bytes}
          label={`${LEVEL_NAMES[level]}: ${formatBoth(advice[level].bytes)}`}
        />
      ))}
      {isArriving(system) && <TakeFigures system={system} advice={advice} />}
    </>
  );
}

/** Lets the three sizes be those that proposals and findings go by. */
function TakeFigures({ system, advice }: { system: System; advice: SizeAdvice }) {
  const { attempt } = useEdit();
  const sizes = {
    leastBytes: advice.least.bytes,
    comfortableBytes: advice.comfortable.bytes,
    generousBytes: advice.generous.bytes,
  };
  const same = Object.entries(sizes).every(([key, size]) => system[key as keyof typeof sizes] === size);
  if (same) return null;
  return (
    <div className={classes.set}>
      <Button
        size="compact-sm"
        variant="default"
        onClick={() => attempt({ kind: 'change-system', system: system.id, changes: sizes })}
      >
        {words['sizing.take-figures'](system.name)}
      </Button>
      <span className="small soft">{words['sizing.proposals-go-by-them']()}</span>
    </div>
  );
}

function More({ label, value, set }: { label: string; value: number; set: (bytes: number) => void }) {
  return (
    <SizeInput
      label={label}
      context={{ disk: bytes(0) }}
      value={value === 0 ? null : value}
      placeholder={words['sizing.none']()}
      onSize={(size) => {
        set(size);
        return null;
      }}
      onClear={() => set(0)}
    />
  );
}

/** Every line of any level, once, in the order they add up. */
function linesOf(advice: SizeAdvice): string[] {
  const most = [...LEVELS].sort((a, b) => advice[b].lines.length - advice[a].lines.length);
  return [...new Set(most.flatMap((level) => advice[level].lines.map((l) => nameOf(l.what))))];
}

/** Kernels are counted; the count differs by level. */
const nameOf = (what: Phrase) =>
  text(what.code === 'line.kernels' ? message('line.kernels', { count: null }) : what);
const bytesOf = (advice: SizeAdvice, level: LevelOfSize, name: string) =>
  advice[level].lines.find((l) => nameOf(l.what) === name)?.bytes ?? 0;

/** Shades of one ink, so that no system is meant by a colour. */
const shade = (i: number) =>
  `color-mix(in srgb, var(--accent) ${[92, 68, 50, 38, 28, 20, 14][i % 7]}%, var(--paper))`;

function MakeUpChart({ advice, present }: { advice: SizeAdvice; present: number | null }) {
  const lines = linesOf(advice);
  const data = LEVELS.map((level) => ({
    level: LEVEL_NAMES[level],
    ...Object.fromEntries(lines.map((name) => [name, bytesOf(advice, level, name) / GIB])),
  }));
  const most = Math.max(advice.generous.bytes, present ?? 0) / GIB;
  return (
    <div className={classes.chart} style={{ height: 138 }}>
      <ResponsiveContainer>
        <BarChart
          data={data}
          layout="vertical"
          margin={{ top: 14, right: 28, bottom: 0, left: 0 }}
          barCategoryGap={6}
        >
          <XAxis type="number" unit=" GiB" tickLine={false} {...axisTo(most)} {...AXIS} />
          <YAxis
            type="category"
            dataKey="level"
            width={84}
            tickLine={false}
            axisLine={false}
            stroke="var(--ink)"
            fontSize={12}
          />
          {lines.map((name, i) => (
            <Bar
              key={name}
              dataKey={name}
              stackId="a"
              fill={shade(i)}
              stroke="var(--raised)"
              isAnimationActive={false}
            />
          ))}
          {present !== null && (
            <ReferenceLine
              x={present / GIB}
              stroke="var(--ink)"
              strokeDasharray="4 3"
              ifOverflow="extendDomain"
              label={noted(words['sizing.planned'](), 'top')}
            />
          )}
        </BarChart>
      </ResponsiveContainer>
    </div>
  );
}

function MakeUpTable({ advice, source }: { advice: SizeAdvice; source: Phrase }) {
  return (
    <>
      <table className={classes.makeUp}>
        <thead>
          <tr>
            <td />
            {LEVELS.map((level) => (
              <th key={level} scope="col">
                {LEVEL_NAMES[level]}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {linesOf(advice).map((name, i) => (
            <tr key={name}>
              <th scope="row">
                <span className={classes.key} style={{ background: shade(i) }} /> {name}
              </th>
              {LEVELS.map((level) => (
                <td key={level}>{formatBinary(bytesOf(advice, level, name))}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="small soft">{text(source)}</p>
    </>
  );
}

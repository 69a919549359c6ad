import { NumberInput } from '@mantine/core';
import {
  bytes,
  formatBoth,
  GIB,
  homeOverYears,
  homeSize,
  sizeOf,
  type HomeUse,
  type Survey,
  type System,
} from '@rhizotome/core';
import { Area, AreaChart, CartesianGrid, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { SizeInput } from '../../../parts/SizeInput.js';
import { SetSize, TargetNote, useTarget } from './SetSize.js';
import { useTold } from './told.js';
import { WishHome } from './WishHome.js';
import { AXIS, axisTo, below, noted } from '../../../parts/axis.js';
import classes from './SizingBench.module.css';
import { words } from '../../../words/words.js';

const KINDS = [
  ['documentsBytes', words['sizing.documents']()],
  ['photosBytes', words['sizing.photos']()],
  ['mediaBytes', words['sizing.music-films']()],
  ['projectsBytes', words['sizing.projects']()],
] as const;

interface Props {
  readonly survey: Survey;
  readonly system: System | undefined;
}

/** What people keep, how that grows, and when the home is full. */
export function HomePanel({ survey, system }: Props) {
  const [use, change] = useTold(system);
  const { target, targets, choose } = useTarget('home', system);
  const present = target.kind === 'partition' ? sizeOf(target.partition, survey) : null;
  const advised = homeSize(use);
  return (
    <>
      <TargetNote survey={survey} target={target} targets={targets} choose={choose} />
      <YearsChart use={use} present={present} />
      <p className="small">{whenFull(use, present)}</p>
      <div className={classes.told}>
        {KINDS.map(([key, label]) => (
          <SizeInput
            key={key}
            label={label}
            context={{ disk: bytes(0) }}
            value={use[key]}
            onSize={(size) => {
              change({ [key]: size });
              return null;
            }}
            onClear={() => change({ [key]: 0 })}
          />
        ))}
        <NumberInput
          size="xs"
          label={words['sizing.growth-per-year']()}
          min={0}
          max={200}
          clampBehavior="strict"
          value={Math.round(use.growth * 100)}
          onChange={(n) => typeof n === 'number' && change({ growth: n / 100 })}
        />
        <NumberInput
          size="xs"
          label={words['sizing.years-should-last']()}
          min={1}
          max={15}
          clampBehavior="strict"
          value={use.years}
          onChange={(n) => typeof n === 'number' && change({ years: n })}
        />
      </div>
      <SetSize
        survey={survey}
        target={target}
        size={advised.bytes}
        label={words['sizing.with-15-headroom'](formatBoth(advised.bytes))}
      />
      {system && present === null && <WishHome system={system} size={advised.bytes} />}
    </>
  );
}

/** In which year the home is full, or that it lasts. */
function whenFull(use: HomeUse, present: number | null): string {
  if (present === null) return words['sizing.when-there-home-partition']();
  const full = homeOverYears({ ...use, years: 15 }).findIndex((size) => size > present);
  if (full < 0) return words['sizing.at-growth-not-full']();
  if (full === 0) return words['sizing.too-small-files-there']();
  return words['sizing.at-growth-full-year'](full);
}

function YearsChart({ use, present }: { use: HomeUse; present: number | null }) {
  const data = homeOverYears(use).map((size, year) => ({ year, size: size / GIB }));
  return (
    <div className={classes.chart} style={{ height: 200 }}>
      <ResponsiveContainer>
        <AreaChart data={data} margin={{ top: 14, right: 16, bottom: 16, left: 0 }}>
          <CartesianGrid stroke="var(--hairline)" />
          <XAxis dataKey="year" {...AXIS} label={below(words['sizing.years-from-now']())} />
          <YAxis
            {...AXIS}
            width={58}
            unit=" GiB"
            {...axisTo(Math.max(...data.map((d) => d.size), (present ?? 0) / GIB), 4)}
          />
          <Area
            dataKey="size"
            stroke="var(--accent)"
            fill="var(--accent)"
            fillOpacity={0.3}
            isAnimationActive={false}
          />
          {present !== null && (
            <ReferenceLine
              y={present / GIB}
              stroke="var(--ink)"
              strokeDasharray="4 3"
              label={noted(words['sizing.planned'](), 'insideBottomLeft')}
            />
          )}
        </AreaChart>
      </ResponsiveContainer>
    </div>
  );
}

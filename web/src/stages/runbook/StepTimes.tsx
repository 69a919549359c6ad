import { axisTo, clockStep } from '../../parts/axis.js';
import { formatDuration } from '../../parts/duration.js';
import type { Runbook } from '@rhizotome/core';
import { memo } from 'react';
import { Bar, BarChart, Cell, YAxis } from 'recharts';

interface StepTimesProps {
  readonly times: Runbook['times'];
  /** Width of the labels, and of all. */
  readonly label: number;
  readonly width: number;
}

const HEIGHT = 84;

/** How long each step takes, from the least to the most, under its place in the lanes. */
export const StepTimes = memo(function StepTimes({ times, label, width }: StepTimesProps) {
  const data = times.map(({ step, seconds }) => ({
    step,
    minutes: [seconds.least / 60, seconds.most / 60] as const,
  }));
  const longest = Math.max(...times.map((t) => t.seconds.most));
  return (
    <BarChart width={width} height={HEIGHT} data={data} margin={{ top: 8, right: 0, bottom: 2, left: 0 }}>
      <YAxis
        width={label}
        {...axisTo(longest / 60, 2, clockStep)}
        tickFormatter={formatDuration}
        stroke="var(--ink-soft)"
        fontSize={12}
      />
      <Bar dataKey="minutes" isAnimationActive={false} minPointSize={2}>
        {times.map(({ step, seconds }) => (
          <Cell key={step} fill={seconds.most === longest ? 'var(--accent)' : 'var(--ink-soft)'} />
        ))}
      </Bar>
    </BarChart>
  );
});

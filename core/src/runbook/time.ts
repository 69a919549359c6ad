import type { Range } from '../sequence/index.js';
import { message, type Message } from '../words/index.js';

export type TimeSays = Message<'time.short' | 'time.up-to' | 'time.about'>;

/** A range of time in seconds, coarse on purpose: under a minute, up to 4 min, 4–9 min, 2–5 h. */
export function timeSays({ least, most }: Range): TimeSays {
  if (most < 60) return message('time.short');
  const [unit, seconds] = most < 100 * 60 ? (['min', 60] as const) : (['h', 3600] as const);
  const [from, to] = [Math.floor(least / seconds), Math.ceil(most / seconds)];
  return from === 0
    ? message('time.up-to', { most: to, unit })
    : message('time.about', { least: from, most: to, unit });
}

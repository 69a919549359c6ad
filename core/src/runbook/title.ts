import { message, type Message } from '../words/index.js';
import type { Runbook } from './runbook.js';
import { timeSays, type TimeSays } from './time.js';

/** What stands at the head of a runbook that is given away. */
export interface RunbookTitle {
  readonly machine: string;
  /** ISO 8601 date and time at which the file is made. */
  readonly madeAt: string;
  readonly blockers: readonly string[];
  readonly hazards: readonly string[];
}

/** The line on the disk, the restarts and the copying time, and when the file was made. */
export const aboutSays = (
  { restarts, seconds, device, diskBytes }: Runbook,
  { madeAt }: RunbookTitle,
  said: (time: TimeSays) => string,
): Message<'page.about'> =>
  message('page.about', {
    device,
    bytes: diskBytes,
    restarts,
    time: seconds.most > 0 ? said(timeSays(seconds)) : null,
    madeAt: madeAt.slice(0, 16).replace('T', ' '),
  });

/** How long all of it takes, and the longest step, where there are steps. */
export function daySays({ day, phases }: Runbook): Message<'page.day'> | null {
  const steps = phases.flatMap((phase) => phase.steps);
  const longest = steps.find((s) => s.id === day.longest?.step);
  if (!day.longest || !longest) return null;
  return message('page.day', {
    time: timeSays(day.seconds),
    longest: steps.length > 1 ? { step: longest.number, time: timeSays(day.longest.seconds) } : null,
  });
}

import { findAll, type Level } from '../finding/index.js';
import type { Planned } from '../plan/index.js';
import { shortDigest, type HistoryPoint } from '../record/index.js';
import { message, sayIn, type Catalogue, type Message } from '../words/index.js';
import type { Runbook } from './runbook.js';
import { timeSays, type TimeSays } from './time.js';

/** What stands at the head of a runbook that is given away. */
export interface RunbookTitle {
  readonly machine: string;
  /** ISO 8601 date and time at which the file is made. */
  readonly madeAt: string;
  /** Which plan of the machine it is of, as a server counts them; `null` where none does. */
  readonly point: HistoryPoint | null;
  readonly blockers: readonly string[];
  readonly hazards: readonly string[];
}

/** The head of a plan's runbook, with what stops it and what puts data at risk. @param madeAt ISO 8601 */
export function titleOf(
  catalogue: Catalogue,
  planned: Planned,
  machine: string,
  madeAt: string,
  point: HistoryPoint | null = null,
): RunbookTitle {
  const findings = findAll(planned);
  const titles = (level: Level) =>
    findings.filter((f) => f.level === level).map((f) => sayIn(catalogue, f.says).title);
  return { machine, madeAt, point, blockers: titles('blocker'), hazards: titles('hazard') };
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

/** Which plan a runbook is of: the signs by which the app tells whether a paper is of today's. */
export const pointSays = ({ revision, digest }: HistoryPoint): Message<'page.plan'> =>
  message('page.plan', { revision, digest: shortDigest(digest) });

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

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

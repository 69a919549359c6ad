import { message, type Message } from '../words/index.js';

/**
 * What reading one thing may cost that anybody may have made: an image, a capture, a report, a backup, a text. Whoever
 * reads one ends the reader where it costs more: the page and the server, in a worker or process of its own, and the
 * command. Ten times what the largest things cost that were made for tests.
 */
export const CELL = { seconds: 120, memoryBytes: 1024 ** 3 } as const;

/**
 * How long reading one thing may take where the server or the command runs: RHIZOTOME_READING_SECONDS, for slow storage.
 * @throws Error in plain words where it cannot be meant
 */
export function patienceSeconds(env: Readonly<Record<string, string | undefined>>): number {
  const said = env['RHIZOTOME_READING_SECONDS'];
  if (said === undefined || said === '') return CELL.seconds;
  const seconds = Number(said);
  if (!Number.isInteger(seconds) || seconds < 1 || seconds > 86_400)
    throw new Error(`RHIZOTOME_READING_SECONDS is “${said}”; it is a whole number of seconds, up to 86400.`);
  return seconds;
}

/** How a reader was ended. */
export type CellFault = 'time' | 'memory';

/** What is said of a thing whose reader was ended; `what` is its name. */
export function cellFaultSays(
  fault: CellFault,
  what: string,
  seconds: number = CELL.seconds,
): Message<'cell.time'> | Message<'cell.memory'> {
  return fault === 'time'
    ? message('cell.time', { what, seconds })
    : message('cell.memory', { what, bytes: CELL.memoryBytes });
}

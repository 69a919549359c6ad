import { encodeUtf8, md5 } from '../bytes/index.js';
import { procedureFor } from '../sequence/index.js';
import { surveySignature } from '../survey/index.js';
import type { Planned } from '../plan/index.js';

/** What the journal of a script tells: how far a phase of a procedure was carried out. */
export interface Journal {
  /** Signs of the procedure that it is of. */
  readonly procedure: string;
  /** Counted from 1. */
  readonly phase: number;
  /** Number of the last step that is done; `null`: none of this phase. */
  readonly done: number | null;
  /** Number of a step that was begun and not ended. */
  readonly begun: number | null;
  /** Pieces that were copied of that step. */
  readonly pieces: number;
}

/** The name of the journal of a phase, which is its first line too. */
export const journalName = (planned: Planned, phase: number): string =>
  `rhizotome-${procedureSigns(planned)}-phase-${phase}`;

/** Tells two procedures apart, of one machine too. */
function procedureSigns(planned: Planned): string {
  const ids = procedureFor(planned).phases.flatMap(({ steps }) => steps.map(({ id }) => id));
  const digest = md5(encodeUtf8([surveySignature(planned.survey), ...ids].join('\n')));
  return [...digest.subarray(0, 4)].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}

const HEAD = /^rhizotome-([0-9a-f]{8})-phase-(\d+)$/;
const LINE = /^\S+ (begun|copied|done|stopped) (\d+):\S+(?: (\d+))?$/;

/** Reads a journal; `null`: it is none. A line that was cut off by a power cut tells nothing. */
export function readJournal(text: string): Journal | null {
  const whole = text.slice(0, text.lastIndexOf('\n') + 1);
  const [first = '', ...lines] = whole.split(/\r?\n/);
  const head = HEAD.exec(first.trim());
  if (!head) return null;
  let done: number | null = null;
  let begun: number | null = null;
  let pieces = 0;
  for (const line of lines) {
    const [, what, step, piece] = LINE.exec(line.trim()) ?? [];
    if (what === undefined) continue;
    const number = Number(step);
    if (what === 'begun' && begun !== number) [begun, pieces] = [number, 0];
    if (what === 'copied') pieces = Number(piece);
    if (what === 'done') [done, begun, pieces] = [number, null, 0];
  }
  return { procedure: head[1]!, phase: Number(head[2]), done, begun, pieces };
}

/** Whether it is of the procedure of this plan. */
export const isJournalOf = (planned: Planned, { procedure }: Journal): boolean =>
  procedure === procedureSigns(planned);

import { z } from 'zod';
import { parseJson } from '../schema/index.js';
import type { Digest, HistoryPoint } from '../record/index.js';

/** What a window of the app is at. */
export interface Presence {
  /** The stage that it shows. */
  readonly stage: string;
  /** The runbook step that was ticked off in it last; `null`: none. */
  readonly step: number | null;
}

/** What the server says to windows that have a machine open, as server-sent events: the name is the event, the rest its data. */
export type LiveEvent =
  /** How far the plan is. */
  | { readonly name: 'point'; readonly data: HistoryPoint }
  /** What the other windows are at that have it open. */
  | { readonly name: 'others'; readonly data: readonly Presence[] }
  /** The machine was deleted. */
  | { readonly name: 'deleted'; readonly data: null };

const PRESENCE = z.object({ stage: z.string(), step: z.int().nullable() });
const DATA = {
  point: z.object({
    revision: z.int().nonnegative(),
    digest: z.string().transform((text) => text as Digest),
  }),
  others: z.array(PRESENCE),
  deleted: z.null(),
} as const;

/** An event as it came; `undefined` for one that is not known here. */
export function readLiveEvent(name: string | undefined, text: string): LiveEvent | undefined {
  if (name !== 'point' && name !== 'others' && name !== 'deleted') return undefined;
  try {
    const read = DATA[name].safeParse(parseJson(text));
    return read.success ? ({ name, data: read.data } as LiveEvent) : undefined;
  } catch {
    return undefined;
  }
}

/** An event as it is sent (HTML Living Standard, §9.2.5). */
export function liveEventText({ name, data }: LiveEvent): string {
  return `event: ${name}\ndata: ${JSON.stringify(data)}\n\n`;
}

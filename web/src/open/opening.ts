import { readingsNamed, type OpenedMachine, type Survey } from '@rhizotome/core';
import { Problem, type Api } from '../api/client.js';
import type { KeptMachine } from './kept.js';
import { lostIn, type Seen } from './seen.js';
import type { Unsent } from './unsent.js';

/** A machine opened, with what this browser has seen of it before. */
export interface Opened extends OpenedMachine {
  /** What the server had from here, and has not any more. */
  readonly lost: readonly Unsent[];
  /** When this browser kept it, in milliseconds of the epoch; `null`: the server gave it. */
  readonly keptAt: number | null;
}

/**
 * A machine opened, with the readings that its plan rests on and those that what is unsent here leads to. What was seen
 * is looked up before the server is asked: whatever another window is told meanwhile cannot seem to be missing.
 */
export async function openMachine(
  api: Pick<Api, 'open' | 'survey'>,
  id: string,
  unsent: readonly Unsent[],
  seenBefore: Seen,
): Promise<Opened> {
  const answer = await api.open(id, seenBefore.point);
  const lost = lostIn(seenBefore, answer);
  return { ...(await withReadings(api, id, answer, [...lost, ...unsent])), lost, keptAt: null };
}

/**
 * A machine as this browser kept it. What the server took from here after that is put on it again: the server knows it by
 * its key.
 */
export function openKept({ opened, at }: KeptMachine, seen: Seen): Opened {
  return { ...opened, follows: true, lost: lostIn(seen, opened), keptAt: at };
}

async function withReadings(
  api: Pick<Api, 'survey'>,
  id: string,
  opened: OpenedMachine,
  unsent: readonly Unsent[],
): Promise<OpenedMachine> {
  const present = [
    ...opened.surveys,
    ...unsent.flatMap((item) => (item.kind === 'survey' ? [item.survey] : [])),
  ];
  const edits = unsent.flatMap((item) => (item.kind === 'edit' ? [item.edit] : []));
  const known = new Set(present.map((survey) => survey.id));
  const missing = edits.flatMap(readingsNamed).filter((name) => !known.has(name));
  return { ...opened, surveys: [...opened.surveys, ...(await readingsOf(api, id, missing))] };
}

/** Readings of a machine by their ids; those that the server does not have are left out. */
export async function readingsOf(
  api: Pick<Api, 'survey'>,
  id: string,
  names: readonly string[],
): Promise<Survey[]> {
  const fetched = [...new Set(names)].map((name) =>
    api.survey(id, name).catch((error: unknown) => {
      if (error instanceof Problem && error.status === 404) return undefined;
      throw error;
    }),
  );
  return (await Promise.all(fetched)).filter((survey) => survey !== undefined);
}

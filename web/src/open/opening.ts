import { readingsNamed, type OpenedMachine, type Survey } from '@rhizotome/core';
import { Problem, type Api } from '../api/client.js';
import type { Unsent } from './unsent.js';

/** A machine opened, with the readings that its plan rests on and those that what is unsent here leads to. */
export async function openMachine(
  api: Pick<Api, 'open' | 'survey'>,
  id: string,
  unsent: readonly Unsent[],
): Promise<OpenedMachine> {
  const opened = await api.open(id);
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

import { token } from './token.js';
import { EXCHANGE, EXCHANGE_HEADER } from '@rhizotome/core';
import type {
  Alternative,
  BackedUpMachine,
  Backups,
  DeletedMachine,
  EditsTaken,
  HistoryEntry,
  MachineArchive,
  MachineRow,
  OpenedMachine,
  PaperTold,
  Presence,
  Plan,
  PutIn,
  Restored,
  SentEdit,
  Survey,
} from '@rhizotome/core';
import { words } from '../words/first-page.js';

/** An answer of the server that is no success: problem details, RFC 9457. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    /** Which of what was sent the server does not take, where it says so. */
    readonly key?: string,
  ) {
    super(message);
  }
}

/** The server did not answer at all. */
export class Unreachable extends Error {
  constructor() {
    super(words['api.server-does-not-answer']());
  }
}

/** No server of this version answered: what is said may mean something else. */
export class OtherVersion extends Error {
  constructor() {
    super(words['api.other-version']());
  }
}

async function call<T>(method: string, path: string, body?: unknown): Promise<T> {
  return answerOf(await ask(method, path, body));
}

/** The answer itself, whatever it holds. What is sent is JSON, or a file as it is. */
async function ask(method: string, path: string, body?: unknown, signal?: AbortSignal): Promise<Response> {
  const secret = token.get();
  const isFile = body instanceof Blob;
  const type = isFile ? 'application/octet-stream' : 'application/json';
  const response = await fetch(`/api${path}`, {
    method,
    ...(signal ? { signal } : {}),
    headers: {
      ...(body === undefined ? {} : { 'Content-Type': type }),
      ...(secret === null ? {} : { Authorization: `Bearer ${secret}` }),
    },
    ...(body === undefined ? {} : { body: isFile ? body : JSON.stringify(body) }),
  }).catch(() => {
    throw new Unreachable();
  });
  // What stands between may say by itself that the server is not there.
  if (response.status < 500 && response.headers.get(EXCHANGE_HEADER) !== EXCHANGE) throw new OtherVersion();
  if (response.status === 401) token.askFor();
  return response;
}

async function answerOf<T>(response: Response): Promise<T> {
  if (response.status === 204) return undefined as T;
  const answer = (await response.json().catch(() => {
    throw new Unreachable();
  })) as T & { code?: string; detail?: string; key?: string };
  if (!response.ok)
    throw new Problem(
      response.status,
      answer.code ?? 'unknown',
      answer.detail ?? response.statusText,
      answer.key,
    );
  return answer;
}

/** Which window asks, and what it is at. */
export type WindowPresence = Presence & { readonly window: string };

/** Some of the machines, in their order. */
export interface MachinePage {
  readonly rows: readonly MachineRow[];
  /** Where those after them are; `null`: there are no more. */
  readonly next: string | null;
}

export const api = {
  /** Some of the machines, from the first on or where the page before points. */
  machines: async (next: string | null): Promise<MachinePage> => {
    const response = await ask('GET', next ?? '/machines');
    const [, link] = /<\/api([^>]+)>; rel="next"/.exec(response.headers.get('Link') ?? '') ?? [];
    return { rows: await answerOf<MachineRow[]>(response), next: link ?? null };
  },
  /** All of them. */
  list: async (): Promise<MachineRow[]> => {
    const all: MachineRow[] = [];
    for (let after: string | null = null; ;) {
      const page: MachinePage = await api.machines(after);
      all.push(...page.rows);
      if (page.next === null) return all;
      after = page.next;
    }
  },
  /** With a point of its history that was seen before, it is told whether the history went by there. */
  open: (id: string, seen?: { readonly revision: number; readonly digest: string }) =>
    call<OpenedMachine>(
      'GET',
      `/machines/${id}${seen ? `?revision=${seen.revision}&digest=${seen.digest}` : ''}`,
    ),
  /** Edits made before a revision, the latest some hundreds of them, in order. */
  older: (id: string, before: number) =>
    call<HistoryEntry[]>('GET', `/machines/${id}/edits?before=${before}`),
  create: (name: string) => call<OpenedMachine>('POST', '/machines', { name }),
  rename: (id: string, name: string) => call<MachineRow>('PATCH', `/machines/${id}`, { name }),
  duplicate: (id: string) => call<OpenedMachine>('POST', `/machines/${id}/duplicate`),
  remove: (id: string) => call<undefined>('DELETE', `/machines/${id}`),
  restore: (id: string) => call<MachineRow>('POST', `/machines/${id}/restore`),
  /** The whole store as a file. */
  backup: async () => {
    const response = await ask('GET', '/backup');
    return response.ok ? response.blob() : answerOf<never>(response);
  },
  restoreBackup: (file: Blob) => call<Restored>('POST', '/restore', file),
  /** Backups that the server made by itself. */
  backups: () => call<Backups>('GET', '/backups'),
  inBackup: (name: string) => call<BackedUpMachine[]>('GET', `/backups/${name}/machines`),
  restoreFrom: (name: string, machine?: string) =>
    call<Restored>('POST', `/backups/${name}/restore`, machine === undefined ? {} : { machine }),
  archive: (id: string) => call<MachineArchive>('GET', `/machines/${id}/archive`),
  putIn: (archive: object) => call<PutIn>('POST', '/machine-archives', archive),
  deleted: () => call<DeletedMachine[]>('GET', '/deleted-machines'),
  emptyDeleted: () => call<undefined>('DELETE', '/deleted-machines'),
  /** Where others in the same network reach the server; none where only this machine can. */
  addresses: () => call<{ addresses: string[] }>('GET', '/addresses'),
  loadDemo: () => call<{ added: number }>('POST', '/machines/demo'),
  survey: (id: string, survey: string) =>
    call<Survey>('GET', `/machines/${id}/surveys/${encodeURIComponent(survey)}`),
  addSurvey: (id: string, survey: Survey) =>
    call<{ surveyId: string }>('POST', `/machines/${id}/surveys`, { survey }),
  /** What happens to a machine, as it happens: a stream of server-sent events. */
  events: async (
    id: string,
    who: WindowPresence,
    signal: AbortSignal,
  ): Promise<ReadableStream<Uint8Array>> => {
    const step = who.step === null ? '' : `&step=${who.step}`;
    const response = await ask(
      'GET',
      `/machines/${id}/events?window=${who.window}&stage=${who.stage}${step}`,
      undefined,
      signal,
    );
    return response.ok && response.body ? response.body : answerOf<never>(response);
  },
  /** What this window is at. */
  present: (id: string, { window, stage, step }: WindowPresence) =>
    call<undefined>('PUT', `/machines/${id}/presence`, { window, stage, ...(step === null ? {} : { step }) }),
  /** Whether a printed runbook with these signs is of today's plan. */
  paper: (id: string, signs: string) =>
    call<PaperTold>('GET', `/machines/${id}/paper?digest=${encodeURIComponent(signs)}`),
  postEdits: (
    id: string,
    { revision, digest }: { readonly revision: number; readonly digest: string },
    edits: readonly SentEdit[],
  ) => call<EditsTaken>('POST', `/machines/${id}/edits`, { base: revision, digest, edits }),
  alternatives: (id: string) => call<Alternative[]>('GET', `/machines/${id}/alternatives`),
  keepPlan: (id: string, name: string, revision: number, plan: Plan) =>
    call<Alternative>('POST', `/machines/${id}/alternatives`, { name, revision, plan }),
  renameAlternative: (id: string, alternative: string, name: string) =>
    call<Alternative>('PATCH', `/machines/${id}/alternatives/${alternative}`, { name }),
  duplicateAlternative: (id: string, alternative: string) =>
    call<Alternative>('POST', `/machines/${id}/alternatives/${alternative}/duplicate`),
  removeAlternative: (id: string, alternative: string) =>
    call<undefined>('DELETE', `/machines/${id}/alternatives/${alternative}`),
  restoreAlternative: (id: string, alternative: string) =>
    call<Alternative>('POST', `/machines/${id}/alternatives/${alternative}/restore`),
};

export type Api = typeof api;

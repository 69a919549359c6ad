import type { BeginAs, Beginning, DiskInReport, MachineArchive, Text } from '@rhizotome/core';
import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { api } from '../../../api/client.js';
import { newId } from '../../../parts/new-id.js';
import { readText } from '../../../parts/read-text.js';
import { words } from '../../../words/first-page.js';
import { BENCH } from '../queries.js';
import { restoredSays } from '../keeping.js';
import { whyOf } from '../../../parts/why-of.js';

/** One thing that was pasted or dropped, and how far it is. */
export interface Given {
  readonly id: string;
  /** Of the file, or what stands for pasted text. */
  readonly label: string;
  readonly state:
    | { readonly kind: 'reading' }
    | {
        readonly kind: 'begins';
        readonly beginning: Beginning;
        readonly disks: readonly DiskInReport[];
        readonly disk: DiskInReport | undefined;
        readonly text: string | null;
      }
    | { readonly kind: 'added'; readonly machine: string; readonly name: string }
    | { readonly kind: 'said'; readonly text: string }
    | { readonly kind: 'failed'; readonly why: Text };
}

/** A text larger than this is no report; files of this size are looked at as disks. */
const LARGEST_TEXT_BYTES = 16 * 1024 * 1024;

const identity = () => ({ id: newId(), takenAt: new Date().toISOString() });
const now = () => new Date().toISOString();

/** The things given, in the order given, and what becomes of each. */
function useGivenList() {
  const client = useQueryClient();
  const [list, setList] = useState<readonly Given[]>([]);
  const cancels = useRef(new Map<string, () => void>());
  const put = (id: string, state: Given['state']) =>
    setList((before) => before.map((g) => (g.id === id ? { ...g, state } : g)));
  const begun = (label: string): string => {
    const id = newId();
    setList((before) => [...before, { id, label, state: { kind: 'reading' } }]);
    return id;
  };
  const guarded = (id: string, work: () => Promise<void>) =>
    work().catch((error: unknown) => put(id, { kind: 'failed', why: whyOf(error) }));
  /** Waits for something that can be called off. */
  const waitedFor = async <T>(id: string, begun: { result: Promise<T>; cancel: () => void }): Promise<T> => {
    cancels.current.set(id, begun.cancel);
    const value = await begun.result;
    cancels.current.delete(id);
    return value;
  };
  const listed = () => client.invalidateQueries({ queryKey: BENCH });
  const forget = (id: string): void => {
    cancels.current.get(id)?.();
    setList((before) => before.filter((g) => g.id !== id));
  };
  return { list, put, begun, guarded, waitedFor, listed, forget };
}

type GivenList = ReturnType<typeof useGivenList>;

async function putIn({ put, listed }: GivenList, id: string, archive: MachineArchive | object, name: string) {
  const { id: machine } = await api.putIn(archive);
  await listed();
  put(id, { kind: 'added', machine, name });
  return machine;
}

async function takeText(given: GivenList, id: string, text: string, disk?: string): Promise<void> {
  const [{ givenMachine }, { readGiven }] = await Promise.all([
    import('./reading.js'),
    import('../../../workers/read-given.js'),
  ]);
  const outcome = await given.waitedFor(
    id,
    readGiven(words['begin.pasted'](), 'beginFromText', text, identity(), disk),
  );
  if (!outcome.ok) return given.put(id, { kind: 'failed', why: outcome.why });
  if (outcome.kind === 'begins') return given.put(id, { ...outcome, text });
  if (outcome.kind === 'archive') await putIn(given, id, outcome.document, nameIn(outcome.document));
  else await putIn(given, id, givenMachine(outcome.machine, now()), outcome.machine.name);
}

async function takeDisk({ put, waitedFor }: GivenList, id: string, file: File): Promise<void> {
  const [{ beginFromSurvey }, { readDisk }] = await Promise.all([
    import('./reading.js'),
    import('../../../workers/read-disk.js'),
  ]);
  const read = await waitedFor(
    id,
    readDisk({ file, identity: identity() }, () => undefined),
  );
  if (!read.ok) return put(id, { kind: 'failed', why: read.refusal.says });
  const outcome = beginFromSurvey(read.survey, file.name.replace(/\.[^.]*$/, ''));
  if (!outcome.ok) put(id, { kind: 'failed', why: outcome.why });
  else if (outcome.kind === 'begins') put(id, { ...outcome, text: null });
}

async function takeFile(given: GivenList, id: string, file: File): Promise<void> {
  const first = new Uint8Array(await file.slice(0, 64).arrayBuffer());
  if (isBackup(first)) {
    const text = restoredSays(await api.restoreBackup(file));
    await given.listed();
    return given.put(id, { kind: 'said', text });
  }
  if (isText(first) && file.size <= LARGEST_TEXT_BYTES) return takeText(given, id, await readText(file));
  const { LARGEST_END_BYTES, whatFileIs } = await import('./reading.js');
  const bytes = file.size > LARGEST_END_BYTES ? null : new Uint8Array(await file.arrayBuffer());
  if (whatFileIs({ name: file.name, sizeBytes: file.size, bytes }) === 'image')
    return takeDisk(given, id, file);
  return given.put(id, { kind: 'failed', why: words['begin.two-ends']() });
}

/** What was given to begin machines with. Core is loaded when something is. */
export function useGiven() {
  const given = useGivenList();
  const { list, begun, guarded, forget } = given;
  return {
    list,
    paste: (text: string) => {
      const id = begun(words['begin.pasted']());
      void guarded(id, () => takeText(given, id, text));
    },
    drop: (files: readonly File[]) => {
      for (const file of files) {
        const id = begun(file.name);
        void guarded(id, () => takeFile(given, id, file));
      }
    },
    /** Reads another disk of the same report. */
    choose: ({ id, state }: Given, disk: string) => {
      if (state.kind === 'begins' && state.text !== null)
        void guarded(id, () => takeText(given, id, state.text!, disk));
    },
    /** Puts the machine on the bench. @returns its id, or nothing where that failed */
    add: async ({ id }: Given, beginning: Beginning, as: Pick<BeginAs, 'name' | 'add'>) => {
      let machine: string | undefined;
      await guarded(id, async () => {
        const { begunMachine } = await import('./reading.js');
        machine = await putIn(given, id, begunMachine(beginning, { ...as, key: newId, at: now() }), as.name);
      });
      return machine;
    },
    forget,
  };
}

export type GivenThings = ReturnType<typeof useGiven>;

/** The header of an SQLite file (its file format, section 1.3). */
const isBackup = (first: Uint8Array): boolean => latin(first).startsWith('SQLite format 3\0');

/** Text, in UTF-8 or, by its mark, UTF-16: a disk begins with other bytes. */
function isText(first: Uint8Array): boolean {
  const marked = (first[0] === 0xff && first[1] === 0xfe) || (first[0] === 0xfe && first[1] === 0xff);
  return marked || (first.length > 0 && first.every((byte) => byte >= 32 || [9, 10, 13].includes(byte)));
}

const latin = (bytes: Uint8Array): string => String.fromCharCode(...bytes);

function nameIn(document: object): string {
  const { name } = document as { name?: unknown };
  return typeof name === 'string' ? name : '';
}

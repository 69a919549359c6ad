import type { BeginAs, Beginning, MachineArchive, Text, ToldDisk } from '@rhizotome/core';
import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { api } from '../../../api/client.js';
import { newId } from '../../../parts/new-id.js';
import { readText } from '../../../parts/read-text.js';
import { words } from '../../../words/words.js';
import { BENCH } from '../queries.js';
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
        readonly disks: readonly ToldDisk[];
        readonly disk: ToldDisk | undefined;
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

/** What was given to begin machines with. Core is loaded when something is. */
export function useGiven() {
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
  const add = async (id: string, archive: MachineArchive | object, name: string) => {
    const { id: machine } = await api.putIn(archive);
    await client.invalidateQueries({ queryKey: BENCH });
    put(id, { kind: 'added', machine, name });
    return machine;
  };

  const takeText = async (id: string, text: string, disk?: string) => {
    const { beginFromText, givenMachine } = await import('./reading.js');
    const outcome = beginFromText(text, identity(), disk);
    if (!outcome.ok) return put(id, { kind: 'failed', why: outcome.why });
    if (outcome.kind === 'begins') return put(id, { ...outcome, text });
    if (outcome.kind === 'archive') await add(id, outcome.document, nameIn(outcome.document));
    else await add(id, givenMachine(outcome.machine, now()), outcome.machine.name);
  };

  const takeDisk = async (id: string, file: File) => {
    const [{ beginFromSurvey }, { readDisk }] = await Promise.all([
      import('./reading.js'),
      import('../../../workers/read-disk.js'),
    ]);
    const reading = readDisk({ file, identity: identity() }, () => undefined);
    cancels.current.set(id, reading.cancel);
    const read = await reading.result;
    cancels.current.delete(id);
    if (!read.ok) return put(id, { kind: 'failed', why: read.refusal.says });
    const outcome = beginFromSurvey(read.survey, file.name.replace(/\.[^.]*$/, ''));
    if (!outcome.ok) put(id, { kind: 'failed', why: outcome.why });
    else if (outcome.kind === 'begins') put(id, { ...outcome, text: null });
  };

  const takeFile = async (file: File) => {
    const id = begun(file.name);
    await guarded(id, async () => {
      const first = new Uint8Array(await file.slice(0, 64).arrayBuffer());
      if (isBackup(first)) {
        const { added } = await api.restoreBackup(file);
        await client.invalidateQueries({ queryKey: BENCH });
        return put(id, { kind: 'said', text: words['begin.restored'](added.length) });
      }
      if (isText(first) && file.size <= LARGEST_TEXT_BYTES) return takeText(id, await readText(file));
      const { LARGEST_END_BYTES, whatFileIs } = await import('./reading.js');
      const bytes = file.size > LARGEST_END_BYTES ? null : new Uint8Array(await file.arrayBuffer());
      if (whatFileIs({ name: file.name, sizeBytes: file.size, bytes }) === 'image') return takeDisk(id, file);
      return put(id, { kind: 'failed', why: words['begin.two-ends']() });
    });
  };

  return {
    list,
    paste: (text: string) => {
      const id = begun(words['begin.pasted']());
      void guarded(id, () => takeText(id, text));
    },
    drop: (files: readonly File[]) => void Promise.all(files.map(takeFile)),
    /** Reads another disk of the same report. */
    choose: ({ id, state }: Given, disk: string) => {
      if (state.kind === 'begins' && state.text !== null)
        void guarded(id, () => takeText(id, state.text!, disk));
    },
    /** Puts the machine on the bench. @returns its id, or nothing where that failed */
    add: async ({ id }: Given, beginning: Beginning, as: Pick<BeginAs, 'name' | 'add'>) => {
      let machine: string | undefined;
      await guarded(id, async () => {
        const { begunMachine } = await import('./reading.js');
        machine = await add(id, begunMachine(beginning, { ...as, key: newId, at: now() }), as.name);
      });
      return machine;
    },
    forget: (id: string) => {
      cancels.current.get(id)?.();
      setList((before) => before.filter((g) => g.id !== id));
    },
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

/*
 * The process in which the server reads what anybody may have made. It answers one question after the other, and is
 * ended from outside where that costs too much.
 */
import { setPriority } from 'node:os';
import { archiveIn } from './archive-file.js';
import type { Answer, Kind, Question, Questions } from './questions.js';
import { Refused } from './refused.js';
import type { GivenArchive } from '@rhizotome/core';
import { givenMachine } from './given-machine.js';
import { rowsOf, type MachineRows } from '../machines/rows.js';

/** What is opened stays open until the process ends. */
let given: GivenArchive | null = null;
let history: MachineRows['edits'] = [];
let backup: import('./backup-file.js').BackupFile | undefined;

type Answering = { readonly [K in Kind]: (asks: Questions[K]['asks']) => Promise<Questions[K]['answers']> };

/** Reading a backup needs much that a file of JSON does not: it is loaded when it is asked for. */
const ANSWERING: Answering = {
  archive: async ({ file }) => {
    given = await archiveIn(file);
    return givenMachine(given);
  },
  backup: async ({ folder }) => {
    const { BackupFile } = await import('./backup-file.js');
    backup = await BackupFile.in(folder);
    return backup.machines();
  },
  machine: async ({ id }) => {
    if (!backup) throw new Error('No backup is open.');
    const { kept, archive } = await backup.machine(id);
    given = archive;
    return kept;
  },
  rows: ({ renamed }) => {
    if (!given) return Promise.reject(new Error('Nothing was read.'));
    const { edits, ...others } = rowsOf(given, renamed);
    history = edits;
    return Promise.resolve({ ...others, editCount: edits.length });
  },
  edits: ({ from, to }) => Promise.resolve(history.slice(from, to)),
  examine: async ({ file }) => {
    const { faultInFile } = await import('./data-copy.js');
    return faultInFile(file) ?? null;
  },
  copy: async ({ from, to }) => {
    const { copyOfData } = await import('./data-copy.js');
    return copyOfData(from, to);
  },
};

async function answerTo<K extends Kind>({ kind, asks }: Question<K>): Promise<Answer<K>> {
  try {
    return { ok: true, value: await ANSWERING[kind](asks) };
  } catch (error) {
    if (error instanceof Refused) return { ok: false, refused: error.message };
    const { code, message } = error as { code?: string; message: string };
    return { ok: false, failed: message, code };
  }
}

// Whoever asks for a page comes first.
try {
  setPriority(10);
} catch {
  // Not everywhere allowed.
}
process.on('message', (question: Question) => {
  void answerTo(question).then((answer) => process.send?.(answer));
});
process.once('disconnect', () => process.exit(0));

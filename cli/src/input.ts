import { randomUUID } from 'node:crypto';
import { closeSync, constants, openSync, readFileSync, readSync, statSync } from 'node:fs';
import { basename } from 'node:path';
import {
  openImage,
  readDocument,
  SparseBytes,
  type MachineText,
  type OpenedImage,
  type Plan,
  type Survey,
  type SurveyIdentity,
} from '@rhizotome/core';
import { reading } from './cell.js';
import { DiskFile } from './disk-file.js';
import { Failure, fileReason } from './failure.js';
import { visible } from './visible.js';
import { text as textOf } from './words.js';

/** The name that stands for standard input. */
const STDIN = '-';

export function newIdentity(): SurveyIdentity {
  return { id: randomUUID(), takenAt: new Date().toISOString() };
}

export interface OpenedDisk extends OpenedImage {
  readonly name: string;
}

/** The disk in a file or device, or on standard input. */
export function openDisk(path: string): OpenedDisk {
  if (path === STDIN) {
    const bytes = readBytes(path);
    return { name: 'standard input', ...openImage(new SparseBytes(bytes.length, [{ offset: 0, bytes }])) };
  }
  const file = new DiskFile(path);
  reading(path, file.isDevice);
  const image = openImage(file);
  return { name: basename(path), ...(file.sectorBytes ? { sectorBytes: file.sectorBytes } : {}), ...image };
}

/** The whole of a file or of standard input. @throws Failure */
export function readBytes(path: string): Uint8Array {
  reading(path === STDIN ? 'standard input' : path);
  try {
    if (path !== STDIN && statSync(path).isFIFO()) return readPipe(path);
    return readFileSync(path === STDIN ? 0 : path);
  } catch (error) {
    if (error instanceof Failure) throw error;
    throw new Failure(`${path} cannot be read: ${fileReason(error)}.`);
  }
}

/** A pipe to which nothing is written would keep the command for ever. */
const PIPE_WAIT_MILLISECONDS = 2000;

function readPipe(path: string): Uint8Array {
  const descriptor = openSync(path, constants.O_RDONLY | constants.O_NONBLOCK);
  const pieces: Buffer[] = [];
  const began = Date.now();
  try {
    for (;;) {
      const piece = pieceOf(descriptor);
      if (piece && piece.length > 0) pieces.push(piece);
      else if (piece && pieces.length > 0) return Buffer.concat(pieces);
      else if (Date.now() - began > PIPE_WAIT_MILLISECONDS && pieces.length === 0)
        throw new Failure(`${path} is a pipe, and no program writes to it.`);
      else Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 20);
    }
  } finally {
    closeSync(descriptor);
  }
}

/** The next bytes; none at the end or before there is a writer, `undefined` while it has nothing to say. */
function pieceOf(descriptor: number): Buffer | undefined {
  const piece = Buffer.alloc(65536);
  try {
    return piece.subarray(0, readSync(descriptor, piece, 0, piece.length, null));
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'EAGAIN') return undefined;
    throw error;
  }
}

/** A machine, plan or survey as this product writes them. @throws Failure with the place of an error */
export function readMachine(path: string): MachineText {
  const text = new TextDecoder().decode(readBytes(path));
  const outcome = readDocument(text, newIdentity());
  if (outcome.ok) {
    for (const { line, column, says } of outcome.rounded ?? [])
      process.stderr.write(`${visible(path)}:${line}:${column}: ${textOf(says)}\n`);
    return outcome.value;
  }
  const { line, column, says } = outcome.problem;
  const place = line === undefined ? path : `${path}:${line}:${column}`;
  throw new Failure(`${place}: ${textOf(says)}`);
}

/** A machine that has a plan on a disk. @throws Failure */
export function readPlan(path: string): {
  readonly name: string;
  readonly story: string;
  readonly plan: Plan;
  readonly survey: Survey;
} {
  const { name, story, plan, survey } = readMachine(path);
  if (!plan)
    throw new Failure(
      `${path} holds a survey and no plan. “rhizotome survey” and “rhizotome image” take it.`,
    );
  if (!survey) throw new Failure(`${path} holds a plan without a disk: nothing can be said of it yet.`);
  return { name, story, plan, survey };
}

import {
  closeSync,
  ftruncateSync,
  lstatSync,
  openSync,
  renameSync,
  rmSync,
  statSync,
  writeSync,
} from 'node:fs';
import { isatty } from 'node:tty';
import { Failure, fileReason } from './failure.js';
import { visible } from './visible.js';

/**
 * Writes to standard output; one that is closed early (`| head`) is no failure. On a terminal nothing but its lines acts,
 * whoever wrote the text; into a file or another program it goes as it is.
 */
export function print(text: string): void {
  const said = isatty(1) ? text.split('\n').map(visible).join('\n') : text;
  try {
    for (let rest = Buffer.from(`${said}\n`); rest.length > 0;) rest = rest.subarray(writeSome(rest));
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EPIPE') throw error;
  }
}

/** A pipe that is full asks to be tried again. */
function writeSome(bytes: Buffer): number {
  try {
    return writeSync(1, bytes);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'EAGAIN') return 0;
    throw error;
  }
}

export function printJson(value: unknown): void {
  print(JSON.stringify(value, null, 2));
}

/**
 * Writes a new file piece by piece, beside its place, and puts it there when it is whole. An existing one is left alone
 * unless `force` is given; a device, a link and a file that is `read` meanwhile always: this product changes no disk.
 */
export function writeFile(
  path: string,
  force: boolean,
  write: (put: (bytes: Uint8Array, at: number) => void, setSize: (bytes: number) => void) => void,
  read?: string,
): void {
  refuseTarget(path, force, read);
  const beside = `${path}.part`;
  let descriptor: number;
  try {
    rmSync(beside, { force: true });
    descriptor = openSync(beside, 'wx');
  } catch (error) {
    throw new Failure(`${path} cannot be written: ${fileReason(error)}.`);
  }
  try {
    write(
      (bytes, at) => writeAll(descriptor, bytes, at),
      (bytes) => ftruncateSync(descriptor, bytes),
    );
    closeSync(descriptor);
    renameSync(beside, path);
  } catch (error) {
    rmSync(beside, { force: true });
    throw new Failure(`${path} could not be written to its end: ${fileReason(error)}.`);
  }
}

function refuseTarget(path: string, force: boolean, read: string | undefined): void {
  const there = lstatSync(path, { throwIfNoEntry: false });
  if (!there) return;
  if (there.isSymbolicLink()) throw new Failure(`${path} is a link. Name the file itself.`);
  if (!there.isFile())
    throw new Failure(`${path} is not a file. An image is only ever written to a file, never to a disk.`);
  const source = read === undefined ? undefined : statSync(read, { throwIfNoEntry: false });
  if (source?.ino === there.ino && source.dev === there.dev)
    throw new Failure(`${path} is the file that is being read. Name another.`);
  if (!force) throw new Failure(`${path} is there already. Name another, or add --force.`);
}

function writeAll(descriptor: number, bytes: Uint8Array, at: number): void {
  for (let done = 0; done < bytes.length;)
    done += writeSync(descriptor, bytes, done, bytes.length - done, at + done);
}

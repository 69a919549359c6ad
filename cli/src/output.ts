import { closeSync, existsSync, ftruncateSync, openSync, statSync, writeSync } from 'node:fs';
import { Failure, fileReason } from './failure.js';

/** Writes to standard output; one that is closed early (`| head`) is no failure. */
export function print(text: string): void {
  try {
    for (let rest = Buffer.from(`${text}\n`); rest.length > 0;) rest = rest.subarray(writeSome(rest));
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
 * Writes a new file piece by piece. An existing one is left alone unless `force` is given, and a device always:
 * this product changes no disk.
 */
export function writeFile(
  path: string,
  force: boolean,
  write: (put: (bytes: Uint8Array, at: number) => void, setSize: (bytes: number) => void) => void,
): void {
  if (existsSync(path) && !statSync(path).isFile())
    throw new Failure(`${path} is not a file. An image is only ever written to a file, never to a disk.`);
  let descriptor: number;
  try {
    descriptor = openSync(path, force ? 'w' : 'wx');
  } catch (error) {
    const hint = (error as NodeJS.ErrnoException).code === 'EEXIST' ? ' Name another, or add --force.' : '';
    throw new Failure(`${path} cannot be written: ${fileReason(error)}.${hint}`);
  }
  try {
    write(
      (bytes, at) => writeAll(descriptor, bytes, at),
      (bytes) => ftruncateSync(descriptor, bytes),
    );
  } catch (error) {
    throw new Failure(`${path} could not be written to its end: ${fileReason(error)}.`);
  } finally {
    closeSync(descriptor);
  }
}

function writeAll(descriptor: number, bytes: Uint8Array, at: number): void {
  for (let done = 0; done < bytes.length;)
    done += writeSync(descriptor, bytes, done, bytes.length - done, at + done);
}

import { closeSync, fstatSync, openSync, readFileSync, readSync, realpathSync, statSync } from 'node:fs';
import { basename } from 'node:path';
import { type ByteSource } from '@rhizotome/core';
import { Failure, fileReason } from './failure.js';

/** A file or block device, opened for reading only and read in place. */
export class DiskFile implements ByteSource {
  readonly sizeBytes: number;
  /** A file may have holes. */
  readonly heldBytes: number;
  /** A disk of this machine, not a file. */
  readonly isDevice: boolean;
  /** Logical sector size, where the kernel tells it. */
  readonly sectorBytes: number | undefined;
  private readonly descriptor: number;

  /** @throws Failure where it cannot be opened. */
  constructor(readonly path: string) {
    try {
      // Opening a pipe would wait for a writer.
      if (statSync(path).isFIFO()) throw new Failure(`${path} is a pipe, and a disk is read in any order.`);
      this.descriptor = openSync(path, 'r');
      const stat = fstatSync(this.descriptor);
      if (stat.isDirectory()) throw new Failure(`${path} cannot be read: it is a folder.`);
      this.isDevice = stat.isBlockDevice();
      this.sizeBytes = this.isDevice ? this.findEnd() : stat.size;
      this.heldBytes = stat.isFile() ? Math.min(stat.size, stat.blocks * 512) : this.sizeBytes;
      this.sectorBytes = this.isDevice ? kernelSectorBytes(path) : undefined;
    } catch (error) {
      if (error instanceof Failure) throw error;
      throw new Failure(`${path} cannot be opened: ${fileReason(error)}.`);
    }
  }

  read(offset: number, length: number): Uint8Array | undefined {
    if (offset < 0 || length < 0 || offset + length > this.sizeBytes) return undefined;
    // Not cleared first: every byte is read, or none is given.
    const bytes = new Uint8Array(Buffer.allocUnsafeSlow(length).buffer);
    for (let done = 0; done < length;) {
      const count = this.readSome(bytes, done, offset);
      if (count === 0) return undefined;
      done += count;
    }
    return bytes;
  }

  close(): void {
    closeSync(this.descriptor);
  }

  /** A sector that cannot be read is unknown, as a hole is; anything else is told. */
  private readSome(bytes: Uint8Array, done: number, offset: number): number {
    try {
      return readSync(this.descriptor, bytes, done, bytes.length - done, offset + done);
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code === 'EIO') return 0;
      throw new Failure(`${this.path} cannot be read at byte ${offset + done}: ${fileReason(error)}.`);
    }
  }

  /** A block device has no size that can be asked for here: the last sector that can be read is looked for. */
  private findEnd(): number {
    const sector = new Uint8Array(512);
    const readable = (n: number) => readSync(this.descriptor, sector, 0, 512, n * 512) === 512;
    let beyond = 1;
    while (beyond < 2 ** 43 && readable(beyond)) beyond *= 2;
    let last = Math.floor(beyond / 2);
    while (beyond - last > 1) {
      const middle = last + Math.floor((beyond - last) / 2);
      if (readable(middle)) last = middle;
      else beyond = middle;
    }
    return beyond * 512;
  }
}

function kernelSectorBytes(path: string): number | undefined {
  try {
    const name = basename(realpathSync(path));
    const said = Number(readFileSync(`/sys/class/block/${name}/queue/logical_block_size`, 'utf8'));
    return said === 512 || said === 4096 ? said : undefined;
  } catch {
    return undefined;
  }
}

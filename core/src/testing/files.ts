import { closeSync, fstatSync, openSync, readSync } from 'node:fs';
import type { ByteSource } from '../bytes/index.js';

/** A file as a byte source, read in place. */
export class FileBytes implements ByteSource {
  readonly sizeBytes: number;
  private readonly descriptor: number;

  constructor(path: string) {
    this.descriptor = openSync(path, 'r');
    this.sizeBytes = fstatSync(this.descriptor).size;
  }

  read(offset: number, length: number): Uint8Array | undefined {
    if (offset < 0 || length < 0 || offset + length > this.sizeBytes) return undefined;
    const buffer = new Uint8Array(length);
    return readSync(this.descriptor, buffer, 0, length, offset) === length ? buffer : undefined;
  }

  close(): void {
    closeSync(this.descriptor);
  }
}

import type { ByteSource } from '@rhizotome/core';

/** A file as a byte source, read in place by slices. Only for workers: reading synchronously is theirs alone. */
export class BlobBytes implements ByteSource {
  private readonly reader = new FileReaderSync();

  constructor(private readonly file: Blob) {}

  get sizeBytes(): number {
    return this.file.size;
  }

  read(offset: number, length: number): Uint8Array | undefined {
    if (offset < 0 || length < 0 || offset + length > this.file.size) return undefined;
    return new Uint8Array(this.reader.readAsArrayBuffer(this.file.slice(offset, offset + length)));
  }
}

/** Random-access reading of a disk that may be known only in places. Offsets and lengths in bytes. */
export interface ByteSource {
  readonly sizeBytes: number;
  /**
   * The bytes `[offset, offset + length)`, or `undefined` where the source does not hold all of them
   * (a capture's hole, or beyond the end).
   */
  read(offset: number, length: number): Uint8Array | undefined;
}

/** Known stretches of a disk whose other bytes are unknown: the head and tail of a capture. */
export class SparseBytes implements ByteSource {
  constructor(
    readonly sizeBytes: number,
    private readonly stretches: readonly { readonly offset: number; readonly bytes: Uint8Array }[],
  ) {}

  read(offset: number, length: number): Uint8Array | undefined {
    const holder = this.stretches.find(
      (s) => offset >= s.offset && offset + length <= s.offset + s.bytes.length,
    );
    return holder?.bytes.subarray(offset - holder.offset, offset - holder.offset + length);
  }
}

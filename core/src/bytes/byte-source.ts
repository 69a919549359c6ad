/**
 * Random-access reading of a disk that may be known only in places. Offsets and lengths in bytes.
 * Reading is synchronous: in Node by file descriptor, in a browser's worker by slices of a file.
 */
export interface ByteSource {
  readonly sizeBytes: number;
  /**
   * The bytes `[offset, offset + length)`, or `undefined` where the source does not hold all of them
   * (a capture's hole, or beyond the end). The caller must not write into them.
   */
  read(offset: number, length: number): Uint8Array | undefined;
  /** How many bytes were read, made or unpacked for what was read so far, where that is more than what was asked for. */
  readonly effortBytes?: number;
  /** How many bytes hold it where it comes from, where that is not its size: an image leaves out what was never written. */
  readonly heldBytes?: number;
}

/** A stretch of bytes at its place on a disk. */
export interface Stretch {
  readonly offset: number;
  readonly bytes: Uint8Array;
}

/** Known stretches of a disk whose other bytes are unknown. */
export class SparseBytes implements ByteSource {
  readonly heldBytes: number;
  private readonly stretches: readonly Stretch[];

  /** @param stretches in any order; where two overlap, they must agree. Those that touch are read as one. */
  constructor(
    readonly sizeBytes: number,
    stretches: readonly Stretch[],
  ) {
    this.stretches = stretches.filter((s) => s.bytes.length > 0).sort((a, b) => a.offset - b.offset);
    this.heldBytes = this.stretches.reduce((sum, s) => sum + s.bytes.length, 0);
  }

  read(offset: number, length: number): Uint8Array | undefined {
    const end = offset + length;
    const first = this.lastAtOrBefore(offset);
    const holder = this.stretches[first];
    if (holder && end <= endOf(holder))
      return holder.bytes.subarray(offset - holder.offset, end - holder.offset);
    const joined = new Uint8Array(length);
    let at = offset;
    for (let i = Math.max(0, first); i < this.stretches.length && at < end; i++) {
      const s = this.stretches[i]!;
      if (s.offset > at) return undefined;
      if (endOf(s) <= at) continue;
      const upTo = Math.min(end, endOf(s));
      joined.set(s.bytes.subarray(at - s.offset, upTo - s.offset), at - offset);
      at = upTo;
    }
    return at >= end ? joined : undefined;
  }

  private lastAtOrBefore(offset: number): number {
    let low = 0;
    let high = this.stretches.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.stretches[middle]!.offset <= offset) low = middle + 1;
      else high = middle;
    }
    return low - 1;
  }
}

function endOf(stretch: Stretch): number {
  return stretch.offset + stretch.bytes.length;
}

/** A stretch of a disk as a disk of its own: a partition. */
export class Window implements ByteSource {
  /** @param sizeBytes cut to what the parent has. */
  constructor(
    private readonly parent: ByteSource,
    private readonly offset: number,
    readonly sizeBytes: number,
  ) {}

  read(offset: number, length: number): Uint8Array | undefined {
    if (offset < 0 || length < 0 || offset + length > this.sizeBytes) return undefined;
    return this.parent.read(this.offset + offset, length);
  }
}

/** Told of every read that succeeded. */
export type ReadListener = (offset: number, bytes: Uint8Array) => void;

/** Passes reads on and tells of each: for counting, for progress, for keeping what was read. */
export class ObservedBytes implements ByteSource {
  constructor(
    private readonly parent: ByteSource,
    private readonly listener: ReadListener,
  ) {}

  get sizeBytes(): number {
    return this.parent.sizeBytes;
  }

  get effortBytes(): number {
    return this.parent.effortBytes ?? 0;
  }

  get heldBytes(): number {
    return this.parent.heldBytes ?? this.parent.sizeBytes;
  }

  read(offset: number, length: number): Uint8Array | undefined {
    const found = this.parent.read(offset, length);
    if (found) this.listener(offset, found);
    return found;
  }
}

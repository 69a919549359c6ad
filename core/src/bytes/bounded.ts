import { ReadFault } from './block.js';
import type { ByteSource } from './byte-source.js';
import { message } from '../words/index.js';

/** No structure of any format is read in larger pieces. */
const MOST_AT_ONCE = 64 * 1024 * 1024;
/** What a read costs at the least. */
const LEAST_COST = 4096;

/**
 * Passes reads on until they have cost so many bytes in all; from then on, and for a piece larger than any structure,
 * a read is a ReadFault. So what a few damaged or hostile bytes claim costs no more than what they may.
 */
export class BoundedBytes implements ByteSource {
  private asked = 0;
  private readonly before: number;

  constructor(
    private readonly parent: ByteSource,
    private readonly mostBytes: number,
  ) {
    this.before = parent.effortBytes ?? 0;
  }

  get sizeBytes(): number {
    return this.parent.sizeBytes;
  }

  /** Whether nothing can be read any more. */
  get spent(): boolean {
    const effort = (this.parent.effortBytes ?? 0) - this.before;
    return this.asked + effort > this.mostBytes;
  }

  /** @throws ReadFault */
  read(offset: number, length: number): Uint8Array | undefined {
    if (length > MOST_AT_ONCE) throw new ReadFault(message('read.structure-too-large', { length }));
    this.asked += Math.max(length, LEAST_COST);
    if (this.spent) throw new ReadFault(message('read.too-long'));
    return this.parent.read(offset, length);
  }
}

const ONES = Uint8Array.from({ length: 256 }, (_, byte) => {
  let count = 0;
  for (let rest = byte; rest > 0; rest >>= 1) count += rest & 1;
  return count;
});

/** Which bit of a byte is the first: the lowest (most formats), or the highest (HFS+). */
export type BitOrder = 'lowest-first' | 'highest-first';

/** Ones among the first `bits` bits of a map, and the index of the last one. */
export interface BitCount {
  readonly ones: number;
  /** -1 where there is none. */
  readonly last: number;
}

/** Counts over a map given in consecutive pieces. Memory does not grow with the map. */
export class BitCounter {
  private ones = 0;
  private last = -1;
  private seen = 0;

  constructor(
    private readonly bits: number,
    private readonly order: BitOrder = 'lowest-first',
  ) {}

  /** Whether all bits have been given. */
  get full(): boolean {
    return this.seen >= this.bits;
  }

  add(piece: Uint8Array): void {
    const left = this.bits - this.seen;
    const whole = Math.min(piece.length, Math.floor(left / 8));
    const { ones, lastByte } = scan(piece, whole);
    this.ones += ones;
    if (lastByte >= 0) this.last = this.seen + lastByte * 8 + this.highest(piece[lastByte]!);
    const rest = left - whole * 8;
    if (whole < piece.length && rest > 0)
      this.addPart(piece[whole]!, this.seen + whole * 8, Math.min(rest, 7));
    this.seen = Math.min(this.bits, this.seen + piece.length * 8);
  }

  count(): BitCount {
    return { ones: this.ones, last: this.last };
  }

  private addPart(byte: number, at: number, bits: number): void {
    const mask = this.order === 'lowest-first' ? (1 << bits) - 1 : (0xff << (8 - bits)) & 0xff;
    const used = byte & mask;
    if (used === 0) return;
    this.ones += ONES[used]!;
    this.last = at + this.highest(used);
  }

  private highest(byte: number): number {
    const top = 31 - Math.clz32(byte);
    return this.order === 'lowest-first' ? top : 7 - (31 - Math.clz32(byte & -byte));
  }
}

/** Whole words of the first `length` bytes, where the array lies so that it can be read by words. */
function wordsOf(bytes: Uint8Array, length: number): Int32Array {
  const count = bytes.byteOffset % 4 === 0 ? length >> 2 : 0;
  return count > 0 ? new Int32Array(bytes.buffer, bytes.byteOffset, count) : NO_WORDS;
}

const NO_WORDS = new Int32Array(0);

/** Population count in parallel. */
function onesOf(word: number): number {
  const pairs = word - ((word >>> 1) & 0x55555555);
  const nibbles = (pairs & 0x33333333) + ((pairs >>> 2) & 0x33333333);
  return Math.imul((nibbles + (nibbles >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
}

/**
 * Ones in the first `length` bytes, and the last byte that is not zero (-1: none). Four words at a time: most of a
 * real map is all zeros or all ones.
 */
function scan(bytes: Uint8Array, length: number): { ones: number; lastByte: number } {
  const words = wordsOf(bytes, length);
  let ones = 0;
  let lastWord = -1;
  const quads = words.length - (words.length % 4);
  for (let i = 0; i < quads; i += 4) {
    const a = words[i]!;
    const b = words[i + 1]!;
    const c = words[i + 2]!;
    const d = words[i + 3]!;
    if ((a | b | c | d) === 0) continue;
    lastWord = d !== 0 ? i + 3 : c !== 0 ? i + 2 : b !== 0 ? i + 1 : i;
    ones += (a & b & c & d) === -1 ? 128 : onesOf(a) + onesOf(b) + onesOf(c) + onesOf(d);
  }
  for (let i = quads; i < words.length; i++) {
    if (words[i] === 0) continue;
    lastWord = i;
    ones += onesOf(words[i]!);
  }
  let lastByte = lastWord < 0 ? -1 : lastWord * 4 + 3;
  while (lastByte >= 0 && bytes[lastByte] === 0) lastByte--;
  for (let i = words.length * 4; i < length; i++) {
    if (bytes[i] === 0) continue;
    ones += ONES[bytes[i]!]!;
    lastByte = i;
  }
  return { ones, lastByte };
}

/** Counts the first `bits` bits of one map. */
export function countBits(bytes: Uint8Array, bits: number, order: BitOrder = 'lowest-first'): BitCount {
  const counter = new BitCounter(bits, order);
  counter.add(bytes);
  return counter.count();
}

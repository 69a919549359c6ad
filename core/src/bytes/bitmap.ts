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
    this.ones += onesIn(piece, whole);
    const lastByte = lastNonZero(piece, whole);
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

/** Ones in the first `length` bytes, a word at a time (population count in parallel). */
function onesIn(bytes: Uint8Array, length: number): number {
  const aligned = bytes.byteOffset % 4 === 0;
  const words = aligned ? length >> 2 : 0;
  let ones = 0;
  if (words > 0) {
    for (const word of new Uint32Array(bytes.buffer, bytes.byteOffset, words)) {
      if (word === 0) continue;
      const pairs = word - ((word >>> 1) & 0x55555555);
      const nibbles = (pairs & 0x33333333) + ((pairs >>> 2) & 0x33333333);
      ones += Math.imul((nibbles + (nibbles >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
    }
  }
  for (let i = words * 4; i < length; i++) ones += ONES[bytes[i]!]!;
  return ones;
}

function lastNonZero(bytes: Uint8Array, length: number): number {
  let i = length - 1;
  while (i >= 0 && bytes[i] === 0) i--;
  return i;
}

/** Counts the first `bits` bits of one map. */
export function countBits(bytes: Uint8Array, bits: number, order: BitOrder = 'lowest-first'): BitCount {
  const counter = new BitCounter(bits, order);
  counter.add(bytes);
  return counter.count();
}

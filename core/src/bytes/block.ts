import type { ByteSource } from './byte-source.js';
import { message, type ReadFaultSays } from '../words/index.js';

/** Why a structure could not be read further. Thrown inside readers and caught where a volume is read as a whole. */
export class ReadFault extends Error {
  constructor(readonly says: ReadFaultSays) {
    super(says.code);
  }
}

const LATIN = Array.from({ length: 256 }, (_, code) => String.fromCharCode(code));

/** A piece of an on-disk structure. Offsets in bytes; every access outside of it is a ReadFault, never `undefined`. */
export class Block {
  private readonly view: DataView;

  constructor(readonly bytes: Uint8Array) {
    this.view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  }

  /** @throws ReadFault where the source does not hold the bytes. */
  static at(source: ByteSource, offset: number, length: number): Block {
    const bytes = Number.isSafeInteger(offset) && offset >= 0 ? source.read(offset, length) : undefined;
    if (!bytes) throw new ReadFault(message('read.missing', { from: offset, to: offset + length }));
    return new Block(bytes);
  }

  get length(): number {
    return this.bytes.length;
  }

  u8(at: number): number {
    this.reach(at, 1);
    return this.view.getUint8(at);
  }

  i8(at: number): number {
    this.reach(at, 1);
    return this.view.getInt8(at);
  }

  u16(at: number): number {
    this.reach(at, 2);
    return this.view.getUint16(at, true);
  }

  u32(at: number): number {
    this.reach(at, 4);
    return this.view.getUint32(at, true);
  }

  /** 8 bytes as an exact number; beyond 2^53 nothing on a disk makes sense. */
  u64(at: number): number {
    this.reach(at, 8);
    return exact(this.view.getBigUint64(at, true));
  }

  u16be(at: number): number {
    this.reach(at, 2);
    return this.view.getUint16(at, false);
  }

  u32be(at: number): number {
    this.reach(at, 4);
    return this.view.getUint32(at, false);
  }

  u64be(at: number): number {
    this.reach(at, 8);
    return exact(this.view.getBigUint64(at, false));
  }

  slice(at: number, length: number): Block {
    this.reach(at, length);
    return new Block(this.bytes.subarray(at, at + length));
  }

  /** Bytes as Latin-1 text, zeros included. */
  latin(at: number, length: number): string {
    this.reach(at, length);
    return Array.from(this.bytes.subarray(at, at + length), (byte) => LATIN[byte]).join('');
  }

  /** UTF-8 text up to the first zero byte. */
  text(at: number, length: number): string {
    this.reach(at, length);
    const field = this.bytes.subarray(at, at + length);
    const end = field.indexOf(0);
    return decodeUtf8(end < 0 ? field : field.subarray(0, end));
  }

  /** `units` UTF-16 units, up to the first zero unit. */
  utf16(at: number, units: number, littleEndian = true): string {
    this.reach(at, units * 2);
    const codes: number[] = [];
    for (let i = 0; i < units; i++) {
      const code = this.view.getUint16(at + 2 * i, littleEndian);
      if (code === 0) break;
      codes.push(code);
    }
    return String.fromCharCode(...codes);
  }

  /** Bytes as lower-case hex digits. */
  hex(at: number, length: number): string {
    this.reach(at, length);
    return hexOf(this.bytes.subarray(at, at + length));
  }

  /** 16 bytes in their order on disk, written as a UUID (RFC 9562 §4). */
  uuid(at: number): string {
    return uuidOf(this.hex(at, 16));
  }

  isZero(at: number, length: number): boolean {
    this.reach(at, length);
    return this.bytes.subarray(at, at + length).every((byte) => byte === 0);
  }

  private reach(at: number, length: number): void {
    if (!(at >= 0 && length >= 0 && at + length <= this.bytes.length))
      throw new ReadFault(
        message('read.outside-structure', { length: this.bytes.length, byte: at + length }),
      );
  }
}

function exact(value: bigint): number {
  if (value > BigInt(Number.MAX_SAFE_INTEGER))
    throw new ReadFault(message('read.number', { value: String(value) }));
  return Number(value);
}

/** Bytes as lower-case hex digits, two each. */
export function hexOf(bytes: Uint8Array): string {
  return Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0')).join('');
}

/** 32 hex digits, grouped 8-4-4-4-12. */
export function uuidOf(hex: string): string {
  return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20, 32)].join(
    '-',
  );
}

/** UTF-8 as text; ill-formed sequences become U+FFFD (Unicode 15 §3.9). Needs no platform object. */
export function decodeUtf8(bytes: Uint8Array): string {
  let text = '';
  for (let i = 0; i < bytes.length;) {
    const { code, length } = codePointAt(bytes, i);
    text += String.fromCodePoint(code);
    i += length;
  }
  return text;
}

const REPLACEMENT = { code: 0xfffd, length: 1 } as const;

function codePointAt(bytes: Uint8Array, at: number): { code: number; length: number } {
  const lead = bytes[at]!;
  if (lead < 0x80) return { code: lead, length: 1 };
  const length = lead >= 0xf0 ? 4 : lead >= 0xe0 ? 3 : 2;
  if (lead < 0xc2 || lead > 0xf4) return REPLACEMENT;
  let code = lead & (0xff >> (length + 1));
  for (let i = 1; i < length; i++) {
    const byte = bytes[at + i] ?? 0;
    if ((byte & 0xc0) !== 0x80) return REPLACEMENT;
    code = (code << 6) | (byte & 0x3f);
  }
  const shortest = [0, 0, 0x80, 0x800, 0x10000][length]!;
  const valid = code >= shortest && code <= 0x10ffff && (code < 0xd800 || code > 0xdfff);
  return valid ? { code, length } : REPLACEMENT;
}

/** Text as UTF-8. */
export function encodeUtf8(text: string): Uint8Array {
  const out: number[] = [];
  for (const char of text) {
    const code = char.codePointAt(0)!;
    if (code < 0x80) out.push(code);
    else if (code < 0x800) out.push(0xc0 | (code >> 6), 0x80 | (code & 63));
    else if (code < 0x10000) out.push(0xe0 | (code >> 12), 0x80 | ((code >> 6) & 63), 0x80 | (code & 63));
    else
      out.push(
        0xf0 | (code >> 18),
        0x80 | ((code >> 12) & 63),
        0x80 | ((code >> 6) & 63),
        0x80 | (code & 63),
      );
  }
  return Uint8Array.from(out);
}

import { deflateSync, inflateSync } from 'fflate';
import { z } from 'zod';
import {
  crc32,
  joinBytes,
  decodeUtf8,
  encodeUtf8,
  SparseBytes,
  type ByteSource,
  type Stretch,
} from '../../bytes/index.js';
import { parseJson } from '../../schema/index.js';
import { ImageRefused } from '../refused.js';
import { message, type Phrase } from '../../words/index.js';

/**
 * A capture archive: the stretches of a disk that a survey reads, and nothing else, in one small file.
 *
 *     "RHIZOTOME CAPTURE 1\n"
 *     one line of JSON: { diskBytes, sectorBytes, crc32, stretches: [[offset, length], …] } "\n"
 *     the stretches' bytes, one after the other, as one raw deflate stream (RFC 1951)
 */
const FIRST_LINE = 'RHIZOTOME CAPTURE 1\n';
const LONGEST_INDEX_BYTES = 8 * 1024 * 1024;
/** Of unpacked bytes: far above the maps of the largest disks, and safe to hold. */
const MOST_BYTES = 1024 * 1024 * 1024;

/** No deflate stream unpacks to more than 1032 times its length. */
const MOST_RATIO = 1040;

const whole = z.int().nonnegative();
const Index = z.strictObject({
  diskBytes: whole,
  sectorBytes: z.union([z.literal(512), z.literal(4096)]),
  crc32: whole,
  stretches: z.array(z.tuple([whole, whole])).max(200_000),
});

export interface CaptureArchive {
  readonly diskBytes: number;
  readonly sectorBytes: number;
  readonly stretches: readonly Stretch[];
}

export function encodeCaptureArchive({ diskBytes, sectorBytes, stretches }: CaptureArchive): Uint8Array {
  const data = joinBytes(stretches.map((s) => s.bytes));
  const index = {
    diskBytes,
    sectorBytes,
    crc32: crc32(data),
    stretches: stretches.map((s) => [s.offset, s.bytes.length]),
  };
  return joinBytes([encodeUtf8(`${FIRST_LINE}${JSON.stringify(index)}\n`), deflateSync(data)]);
}

export function isCaptureArchive(file: ByteSource): boolean {
  const start = file.read(0, FIRST_LINE.length);
  return start !== undefined && decodeUtf8(start) === FIRST_LINE;
}

/** @throws ImageRefused where the archive is damaged or cut short. */
export function decodeCaptureArchive(file: ByteSource): CaptureArchive {
  const { index, dataAt } = readIndex(file);
  const total = index.stretches.reduce((sum, [, length]) => sum + length, 0);
  const packed = file.read(dataAt, file.sizeBytes - dataAt) ?? new Uint8Array(0);
  if (total > MOST_BYTES || total > packed.length * MOST_RATIO)
    throw damaged(message('image.holds-too-much'));
  const data = unpack(packed, total);
  if (crc32(data) !== index.crc32) throw damaged(message('image.checksum'));
  let at = 0;
  const stretches = index.stretches.map(([offset, length]) => {
    if (offset + length > index.diskBytes) throw damaged(message('image.beyond-end'));
    at += length;
    return { offset, bytes: data.subarray(at - length, at) };
  });
  return { diskBytes: index.diskBytes, sectorBytes: index.sectorBytes, stretches };
}

/** The disk of an archive; what it does not hold is unknown. */
export function openCaptureArchive(file: ByteSource): {
  readonly source: ByteSource;
  readonly sectorBytes: number;
} {
  const { diskBytes, sectorBytes, stretches } = decodeCaptureArchive(file);
  return { source: new SparseBytes(diskBytes, stretches), sectorBytes };
}

function readIndex(file: ByteSource): { index: z.infer<typeof Index>; dataAt: number } {
  const most = Math.min(file.sizeBytes, LONGEST_INDEX_BYTES);
  const start = file.read(0, most) ?? new Uint8Array(0);
  const end = start.indexOf(0x0a, FIRST_LINE.length);
  if (end < 0) throw damaged(message('image.index-short'));
  const text = decodeUtf8(start.subarray(FIRST_LINE.length, end));
  const parsed = Index.safeParse(jsonOf(text));
  if (!parsed.success) throw damaged(message('image.index-unknown'));
  return { index: parsed.data, dataAt: end + 1 };
}

function jsonOf(text: string): unknown {
  try {
    return parseJson(text);
  } catch {
    return undefined;
  }
}

function unpack(packed: Uint8Array, total: number): Uint8Array {
  try {
    const data = inflateSync(packed, { out: new Uint8Array(total) });
    if (data.length === total) return data;
  } catch {
    // Told below, as any other damage.
  }
  throw damaged(message('image.data-altered'));
}

const damaged = (why: Phrase) => new ImageRefused(message('image.capture-damaged', { why }));

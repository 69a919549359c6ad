import { Block, type ByteSource } from '../../bytes/index.js';
import { told, type Recognised } from '../reading.js';

const DESCRIPTOR_AT = 32768;
const SECTOR_BYTES = 2048;

/** ECMA-119 §8.4, the primary volume descriptor; positions there count from 1, these from 0. */
const DESCRIPTOR = {
  type: 0,
  standard: 1,
  volumeName: 40,
  /** Both byte orders; the little-endian half comes first. */
  blocks: 80,
  created: 813,
  modified: 830,
} as const;
const PRIMARY = 1;

/** ISO 9660. The operating system prints its date as its UUID. */
export function probeIso9660(source: ByteSource): Recognised | undefined {
  const block = Block.at(source, DESCRIPTOR_AT, SECTOR_BYTES);
  if (block.u8(DESCRIPTOR.type) !== PRIMARY || block.latin(DESCRIPTOR.standard, 5) !== 'CD001')
    return undefined;
  const sizeBytes = block.u32(DESCRIPTOR.blocks) * SECTOR_BYTES;
  return {
    volume: {
      kind: 'iso9660',
      ...told('label', block.latin(DESCRIPTOR.volumeName, 32).trimEnd()),
      ...told('uuid', date(block, DESCRIPTOR.modified) ?? date(block, DESCRIPTOR.created)),
      blockBytes: SECTOR_BYTES,
      sizeBytes,
      usedBytes: sizeBytes,
      usedEvidence: 'counters',
      floor: { bytes: sizeBytes, evidence: 'counters' },
    },
  };
}

/** 16 digits: year, month, day, hour, minute, second, hundredths; all zeros where not given. */
function date(block: Block, at: number): string | undefined {
  const digits = block.latin(at, 16);
  const parts = /^(\d{4})(\d\d)(\d\d)(\d\d)(\d\d)(\d\d)(\d\d)$/.exec(digits);
  return parts && !/^0+$/.test(digits) ? parts.slice(1).join('-') : undefined;
}

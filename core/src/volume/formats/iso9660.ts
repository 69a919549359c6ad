import { Block, type ByteSource } from '../../bytes/index.js';
import { told, type Recognised } from '../reading.js';

const DESCRIPTOR_AT = 32768;
const SECTOR_BYTES = 2048;

/** ISO 9660 (ECMA-119 §8.4, primary volume descriptor). The operating system prints its date as its UUID. */
export function probeIso9660(source: ByteSource): Recognised | undefined {
  const block = Block.at(source, DESCRIPTOR_AT, SECTOR_BYTES);
  if (block.u8(0) !== 1 || block.latin(1, 5) !== 'CD001') return undefined;
  const sizeBytes = block.u32(80) * SECTOR_BYTES;
  return {
    volume: {
      kind: 'iso9660',
      ...told('label', block.latin(40, 32).trimEnd()),
      ...told('uuid', date(block, 830) ?? date(block, 813)),
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

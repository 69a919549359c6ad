import { readUint } from '../../bytes/index.js';
import { sectors, type Sectors } from '../../quantity/index.js';
import {
  ACTIVE,
  EXTENDED_TYPES,
  MBR,
  MBR_BYTES,
  MBR_SIGNATURE,
  SLOT,
  SLOT_BYTES,
  SLOT_COUNT,
} from './layout.js';

/** One used slot of an MBR. `number` is 1 to 4; the span is `[start, start + length)`. */
export interface MbrSlot {
  readonly number: number;
  readonly type: number;
  readonly active: boolean;
  readonly start: Sectors;
  readonly length: Sectors;
}

export interface Mbr {
  /** Eight lower-case hex digits. */
  readonly diskSignature: string;
  readonly slots: readonly MbrSlot[];
}

/** The MBR in the first 512 bytes of `sector`, or `undefined` where the signature 0x55AA is missing. */
export function decodeMbr(sector: Uint8Array): Mbr | undefined {
  if (sector.length < MBR_BYTES || readUint(sector, MBR.signature) !== MBR_SIGNATURE) return undefined;
  const slots: MbrSlot[] = [];
  for (let i = 0; i < SLOT_COUNT; i++) {
    const slot = sector.subarray(MBR.entries.at + i * SLOT_BYTES, MBR.entries.at + (i + 1) * SLOT_BYTES);
    const type = readUint(slot, SLOT.type);
    const length = readUint(slot, SLOT.sectors);
    if (type === 0 || length === 0) continue;
    slots.push({
      number: i + 1,
      type,
      active: readUint(slot, SLOT.status) === ACTIVE,
      start: sectors(readUint(slot, SLOT.startLba)),
      length: sectors(length),
    });
  }
  return { diskSignature: readUint(sector, MBR.diskSignature).toString(16).padStart(8, '0'), slots };
}

export function isExtended(slot: MbrSlot): boolean {
  return EXTENDED_TYPES.includes(slot.type);
}

/** Whether the boot sector of a file system, rather than an MBR, explains the slots: a status byte is neither 0 nor 0x80. */
export function looksLikeBootSector(sector: Uint8Array): boolean {
  return Array.from({ length: SLOT_COUNT }, (_, i) => sector[MBR.entries.at + i * SLOT_BYTES]!).some(
    (status) => status !== 0 && status !== ACTIVE,
  );
}

import { writeUint } from '../../bytes/index.js';
import {
  ACTIVE,
  MBR,
  MBR_BYTES,
  MBR_SIGNATURE,
  MOST_SECTORS,
  SLOT,
  SLOT_BYTES,
  TYPE_PROTECTIVE,
} from './layout.js';

/** UEFI 2.10 §5.2.3: one record of type 0xEE from LBA 1 over the whole disk, or as far as 32 bits reach. */
export function encodeProtectiveMbr(diskSectors: number): Uint8Array {
  const sector = new Uint8Array(MBR_BYTES);
  const slot = sector.subarray(MBR.entries.at);
  slot.set([0x00, 0x02, 0x00], SLOT.startChs.at);
  slot.set([0xff, 0xff, 0xff], SLOT.endChs.at);
  writeUint(slot, SLOT.type, TYPE_PROTECTIVE);
  writeUint(slot, SLOT.startLba, 1);
  writeUint(slot, SLOT.sectors, Math.min(diskSectors - 1, MOST_SECTORS));
  writeUint(sector, MBR.signature, MBR_SIGNATURE);
  return sector;
}

/** A slot to be written; spans in sectors of the whole disk. `slot` is 1 to 4. */
export interface PrimarySlot {
  readonly slot: number;
  readonly type: number;
  readonly active: boolean;
  readonly start: number;
  readonly length: number;
}

export interface LogicalSlot {
  readonly type: number;
  readonly start: number;
  readonly length: number;
  readonly ebrAt: number;
}

/** A table to be written: at most one of the primaries is the container; logicals in chain order. */
export interface MbrTable {
  /** Eight hex digits. */
  readonly diskSignature: string;
  readonly primaries: readonly PrimarySlot[];
  readonly container?: { readonly start: number; readonly length: number } | undefined;
  readonly logicals: readonly LogicalSlot[];
}

/** A sector to be written, by its address. */
export interface SectorImage {
  readonly lba: number;
  readonly bytes: Uint8Array;
}

/** Type of the link to the next record; 0x05 whatever the container's own type. */
const LINK = 0x05;

/**
 * The MBR and every EBR of its chain, 512 bytes each (the rest of a larger sector stays zero). The first record must
 * stand at the container's start: where the first logical's stands elsewhere, an empty one is put there.
 * @throws RangeError where a number does not fit its 32 bits, or a record is not before its logical.
 */
export function encodeMbr(table: MbrTable): SectorImage[] {
  const first = new Uint8Array(MBR_BYTES);
  writeUint(first, MBR.diskSignature, parseInt(table.diskSignature, 16) >>> 0);
  for (const p of table.primaries) putSlot(first, p.slot - 1, p);
  writeUint(first, MBR.signature, MBR_SIGNATURE);
  return [{ lba: 0, bytes: first }, ...encodeChain(table)];
}

function encodeChain({ container, logicals }: MbrTable): SectorImage[] {
  if (!container) return [];
  const records: (LogicalSlot | { readonly ebrAt: number })[] = [...logicals];
  if (logicals[0]?.ebrAt !== container.start) records.unshift({ ebrAt: container.start });
  return records.map((record, i): SectorImage => {
    const bytes = new Uint8Array(MBR_BYTES);
    if ('type' in record) {
      if (record.start <= record.ebrAt)
        throw new RangeError(`The EBR at sector ${record.ebrAt} is not before its logical partition`);
      putSlot(bytes, 0, { ...record, active: false, start: record.start - record.ebrAt });
    }
    const next = records[i + 1] as LogicalSlot | undefined;
    if (next) {
      const link = { type: LINK, active: false, start: next.ebrAt - container.start };
      putSlot(bytes, 1, { ...link, length: next.start + next.length - next.ebrAt });
    }
    writeUint(bytes, MBR.signature, MBR_SIGNATURE);
    return { lba: record.ebrAt, bytes };
  });
}

function putSlot(sector: Uint8Array, index: number, slot: Omit<PrimarySlot, 'slot'>): void {
  for (const n of [slot.start, slot.length])
    if (n < 0 || n > MOST_SECTORS) throw new RangeError(`${n} sectors do not fit the 32 bits of an MBR`);
  const at = sector.subarray(MBR.entries.at + index * SLOT_BYTES);
  writeUint(at, SLOT.status, slot.active ? ACTIVE : 0);
  // CHS addresses end at 8 GB; beyond, all-ones is customary, and no system in use reads them.
  at.set([0xfe, 0xff, 0xff], SLOT.startChs.at);
  at.set([0xfe, 0xff, 0xff], SLOT.endChs.at);
  writeUint(at, SLOT.type, slot.type);
  writeUint(at, SLOT.startLba, slot.start);
  writeUint(at, SLOT.sectors, slot.length);
}

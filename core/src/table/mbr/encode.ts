import { writeUint } from '../../bytes/index.js';
import { MBR, MBR_BYTES, MBR_SIGNATURE, MOST_SECTORS, SLOT, TYPE_PROTECTIVE } from './layout.js';

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

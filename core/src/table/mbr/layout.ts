/** Master boot record as UEFI 2.10 §5.2.1, table 5.1 gives it. Little-endian; offsets in bytes. */
export const MBR = {
  diskSignature: { at: 440, size: 4 },
  entries: { at: 446, size: 64 },
  signature: { at: 510, size: 2 },
} as const;
export const MBR_BYTES = 512;
export const MBR_SIGNATURE = 0xaa55;
export const SLOT_COUNT = 4;
export const SLOT_BYTES = 16;

/** One slot, offsets from its start. The two CHS addresses are not used for reading. */
export const SLOT = {
  status: { at: 0, size: 1 },
  startChs: { at: 1, size: 3 },
  type: { at: 4, size: 1 },
  endChs: { at: 5, size: 3 },
  startLba: { at: 8, size: 4 },
  sectors: { at: 12, size: 4 },
} as const;

export const ACTIVE = 0x80;
export const TYPE_PROTECTIVE = 0xee;
/** 0x05 and 0x0F are extended containers; 0x85 is one that only Linux follows. */
export const EXTENDED_TYPES: readonly number[] = [0x05, 0x0f, 0x85];
/** The most a 32-bit sector count can say. */
export const MOST_SECTORS = 0xffffffff;

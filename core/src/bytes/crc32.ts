/** Reflected form of the CRC-32 polynomial 0x04C11DB7 (ISO/IEC 3309; UEFI 2.10 §5.3.2 uses it for GPT). */
const POLYNOMIAL = 0xedb88320;

const TABLE = Uint32Array.from({ length: 256 }, (_, byte) => {
  let crc = byte;
  for (let bit = 0; bit < 8; bit++) crc = crc & 1 ? (crc >>> 1) ^ POLYNOMIAL : crc >>> 1;
  return crc;
});

/** CRC-32 as an unsigned 32-bit number; of "123456789" it is 0xCBF43926. */
export function crc32(data: Uint8Array): number {
  let crc = 0xffffffff;
  for (const byte of data) crc = TABLE[(crc ^ byte) & 0xff]! ^ (crc >>> 8);
  return (crc ^ 0xffffffff) >>> 0;
}

/** How far the 32-bit sector numbers of an MBR reach, in bytes. */
export const mbrReachBytes = (sectorBytes: number): number => 2 ** 32 * sectorBytes;

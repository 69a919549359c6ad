import { Block, type ByteSource } from '../../bytes/index.js';
import { told, unlessUnreadable, type Recognised } from '../reading.js';

/** The signature stands in the last ten bytes of the first page, and pages differ. */
const PAGE_SIZES = [4096, 8192, 16384, 65536] as const;
export const SWAP_SIGNATURE = 'SWAPSPACE2';
/** Written over the signature while a system sleeps in the swap (two programs, two words). */
const SLEEPING = ['S1SUSPEND', 'S2SUSPEND', 'ULSUSPEND'];
export const SWAP_HEADER_AT = 1024;

/** Linux swap, version 1 (kernel: union swap_header). */
export function probeSwap(source: ByteSource): Recognised | undefined {
  for (const pageBytes of PAGE_SIZES) {
    const found = unlessUnreadable(() => Block.at(source, pageBytes - 10, 10));
    const signature = found?.latin(0, 10).replace(/\0.*$/s, '') ?? '';
    const hibernated = SLEEPING.includes(signature);
    if (signature !== SWAP_SIGNATURE && !hibernated) continue;
    const header = Block.at(source, SWAP_HEADER_AT, 44);
    return {
      volume: {
        kind: 'swap',
        ...told('label', header.text(28, 16)),
        ...(header.isZero(12, 16) ? {} : { uuid: header.uuid(12) }),
        blockBytes: pageBytes,
        ...(header.u32(0) === 1 ? { sizeBytes: (header.u32(4) + 1) * pageBytes } : {}),
        ...(hibernated ? { hibernated } : {}),
      },
    };
  }
  return undefined;
}

import { Block, type ByteSource } from '../../bytes/index.js';
import { told, unlessUnreadable, type Recognised } from '../reading.js';

/** The signature stands in the last ten bytes of the first page, and pages differ. */
const PAGE_SIZES = [4096, 8192, 16384, 65536] as const;
export const SWAP_SIGNATURE = 'SWAPSPACE2';
/** Written over the signature while a system sleeps in the swap (two programs, two words). */
const SLEEPING = ['S1SUSPEND', 'S2SUSPEND', 'ULSUSPEND'];
/** Its fields count from the start of the header (kernel: union swap_header, and its label and UUID by mkswap(8)). */
export const SWAP_HEADER = {
  at: 1024,
  bytes: 44,
  version: 0,
  lastPage: 4,
  uuid: 12,
  label: 28,
  labelBytes: 16,
} as const;

/** Linux swap, version 1. */
export function probeSwap(source: ByteSource): Recognised | undefined {
  for (const pageBytes of PAGE_SIZES) {
    const found = unlessUnreadable(() => Block.at(source, pageBytes - 10, 10));
    const signature = found?.latin(0, 10).replace(/\0.*$/s, '') ?? '';
    const hibernated = SLEEPING.includes(signature);
    if (signature !== SWAP_SIGNATURE && !hibernated) continue;
    const header = Block.at(source, SWAP_HEADER.at, SWAP_HEADER.bytes);
    return {
      volume: {
        kind: 'swap',
        ...told('label', header.text(SWAP_HEADER.label, SWAP_HEADER.labelBytes)),
        ...(header.isZero(SWAP_HEADER.uuid, 16) ? {} : { uuid: header.uuid(SWAP_HEADER.uuid) }),
        blockBytes: pageBytes,
        ...(header.u32(SWAP_HEADER.version) === 1
          ? { sizeBytes: (header.u32(SWAP_HEADER.lastPage) + 1) * pageBytes }
          : {}),
        ...(hibernated ? { hibernated } : {}),
      },
    };
  }
  return undefined;
}

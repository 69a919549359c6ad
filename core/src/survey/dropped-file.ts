import { SparseBytes } from '../bytes/index.js';
import { isCaptureArchive, isQcow2 } from '../image/index.js';
import { MIB, parseSize } from '../quantity/index.js';
import { looksLikeEnd } from './from-capture.js';

export type End = 'head' | 'tail';

/** A file larger than this is not held in memory: it can only be an image. */
export const LARGEST_END_BYTES = 64 * MIB;
/** What is asked for at an end of the disk is a MiB; a larger file that is dropped is taken for a whole image. */
const LARGEST_DROPPED_END_BYTES = 2 * MIB;

/** A file that was given: `bytes` is `null` where it is too large to be held. */
export interface GivenFile {
  readonly name: string;
  readonly sizeBytes: number;
  readonly bytes: Uint8Array | null;
}

/**
 * What a file is: an image or capture of the whole disk, or one end of it. It says so by what it holds, else by its
 * name. `asked`: the end that it was chosen for.
 */
export function whatFileIs({ name, sizeBytes, bytes }: GivenFile, asked?: End): 'image' | End {
  if (!bytes) return 'image';
  if (asked) return asked;
  if (sizeBytes > LARGEST_DROPPED_END_BYTES || saysImage(bytes)) return 'image';
  return looksLikeEnd(bytes) ?? (/tail|end|last/i.test(name) ? 'tail' : 'head');
}

/** Whether a small file is an image all the same: it says so itself. */
function saysImage(bytes: Uint8Array): boolean {
  const file = new SparseBytes(bytes.length, [{ offset: 0, bytes }]);
  return isQcow2(file) || isCaptureArchive(file);
}

/** The size of a disk as it is typed. A plain number is bytes here: that is how a disk's exact size is printed. */
export function typedDiskBytes(typed: string): number | undefined {
  const plain = typed.replace(/[\s_,]/g, '');
  if (/^\d+$/.test(plain)) return Number(plain);
  const size = parseSize(typed);
  return size.ok ? size.value : undefined;
}

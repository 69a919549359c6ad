import { MIB } from '../quantity/index.js';
import { USUAL_USE, type SystemUse } from '../system/index.js';

const KERNEL_BYTES = 15 * MIB;
/** An initial image; with graphics firmware in it, it is larger. */
const IMAGE_BYTES = 100 * MIB;
const LARGE_IMAGE_BYTES = 250 * MIB;

export type KernelUse = Pick<SystemUse, 'kernelsKept' | 'largeImages'>;

/** A kernel and the initial image that goes with it, in bytes. Rule of thumb. */
export const kernelBytes = ({ largeImages }: KernelUse): number =>
  KERNEL_BYTES + (largeImages ? LARGE_IMAGE_BYTES : IMAGE_BYTES);

/** What the kernels that are kept take, and the one that is being installed. */
export const kernelsBytes = (use: KernelUse = USUAL_USE): number => (use.kernelsKept + 1) * kernelBytes(use);

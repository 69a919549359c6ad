import { MIB } from '../quantity/index.js';

/** A kernel, and the initial image that goes with it. Rule of thumb; with graphics firmware an image is larger. */
const KERNEL_BYTES = 15 * MIB;
const INITIAL_IMAGE_BYTES = 100 * MIB;

/** Kernels that stay installed; while one is updated there is one more. */
export const KERNELS_KEPT = 2;

/** What so many kernels take, the one that is being installed included. */
export const kernelsBytes = (kept = KERNELS_KEPT): number =>
  (kept + 1) * (KERNEL_BYTES + INITIAL_IMAGE_BYTES);

import { MIB } from '../quantity/index.js';

/** Free space up to this is too small for any use. Rule of thumb. */
export const MOST_SLIVER_BYTES = 256 * MIB;

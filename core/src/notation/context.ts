import { bytes, type SizeContext } from '../quantity/index.js';

/** For sizes that stand for themselves. */
export const NOTHING_KNOWN: SizeContext = { disk: bytes(0) };

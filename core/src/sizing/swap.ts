import { bytes, GIB, type Bytes } from '../quantity/index.js';
import type { SwapRuleId } from '../system/index.js';
import { message, type Phrase } from '../words/index.js';

/** Swap advised for hibernation: RAM + sqrt(RAM in GiB) GiB. At least RAM is needed. Rule of thumb. */
export function hibernationSwapBytes(ramBytes: number): Bytes {
  return bytes(Math.ceil((ramBytes + Math.sqrt(ramBytes / GIB) * GIB) / GIB) * GIB);
}

export interface SwapRule {
  readonly id: SwapRuleId;
  readonly bytes: number;
  readonly reason: Phrase;
}

const FILL_TARGET_BYTES = 16 * GIB;

/** The usual rules for the size of swap, worked out for this much memory. A fixed size is the administrator’s own. */
export function swapRules(ramBytes: number): readonly SwapRule[] {
  return [
    {
      id: 'fill',
      bytes: Math.max(0, FILL_TARGET_BYTES - ramBytes),
      reason: message('swap.fill'),
    },
    { id: 'equal', bytes: ramBytes, reason: message('swap.equal') },
    { id: 'twice', bytes: 2 * ramBytes, reason: message('swap.twice') },
    {
      id: 'hibernate',
      bytes: hibernationSwapBytes(ramBytes),
      reason: message('swap.hibernate'),
    },
    { id: 'none', bytes: 0, reason: message('swap.none') },
  ];
}

/** At or below this much memory a machine should have some swap. Rule of thumb. */
export const SWAP_ADVISED_UP_TO_BYTES = 8 * GIB;

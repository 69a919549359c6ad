import { z } from 'zod';
import { exactly } from '../schema/index.js';

/** An amount in bytes, or a share of what is free or can be freed on the disk: 0.5 is half of it. */
export type Amount = { readonly bytes: number } | { readonly share: number };

export const LEVELS_OF_SIZE = ['least', 'comfortable', 'generous'] as const;
export type LevelOfSize = (typeof LEVELS_OF_SIZE)[number];

export const SWAP_RULES = ['fill', 'equal', 'twice', 'hibernate', 'none'] as const;
export type SwapRuleId = (typeof SWAP_RULES)[number];

/** What is wished for a system that is to come. */
export interface SystemWish {
  /** How large it is: a level of its needs, or an amount. */
  readonly size: LevelOfSize | Amount;
  /** Files on the root, or on a home of its own and how large that is. */
  readonly home: 'on-root' | Amount;
  /** `advised`: as memory and sleep ask for it. */
  readonly swap: 'advised' | SwapRuleId;
}

/** What is wished for a system where nobody said anything. */
export const USUAL_SYSTEM_WISH: SystemWish = { size: 'comfortable', home: 'on-root', swap: 'advised' };

const AmountSchema = z.union([
  z.strictObject({ bytes: z.int().positive() }),
  z.strictObject({ share: z.number().gt(0).max(1) }),
]);

export const SystemWishSchema = exactly<SystemWish>()(
  z.strictObject({
    size: z.union([z.enum(LEVELS_OF_SIZE), AmountSchema]),
    home: z.union([z.literal('on-root'), AmountSchema]),
    swap: z.enum(['advised', ...SWAP_RULES]),
  }),
);

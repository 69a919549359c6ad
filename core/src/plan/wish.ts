import { z } from 'zod';
import { exactly } from '../schema/index.js';
import type { PartitionId } from './plan.js';

export const EFI_STRATEGIES = ['share', 'second', 'enlarge', 'replace'] as const;
export type EfiStrategyId = (typeof EFI_STRATEGIES)[number];

/** What is wished of a plan as a whole, from which proposals are searched; how large each system is, it says itself. */
export interface Wish {
  /** `any`: shared where that does, else what costs least. */
  readonly efi: 'any' | EfiStrategyId;
  /** Partitions that stay as they are planned. */
  readonly untouched: readonly PartitionId[];
  /** Data that may move, at the most. `null`: as much as it takes. */
  readonly mostMovedBytes: number | null;
  readonly mostRestarts: number | null;
  /** Time on the day, at the most. */
  readonly mostSeconds: number | null;
  /** `none`: at no time may a power cut cost data. */
  readonly exposure: 'any' | 'none';
}

/** What is wished where nobody said anything. */
export const USUAL_WISH: Wish = {
  efi: 'any',
  untouched: [],
  mostMovedBytes: null,
  mostRestarts: null,
  mostSeconds: null,
  exposure: 'any',
};

const most = z.int().nonnegative().nullable();

export const WishSchema = exactly<Wish>()(
  z.strictObject({
    efi: z.enum(['any', ...EFI_STRATEGIES]),
    untouched: z.array(z.string().min(1).max(60)).max(256).readonly(),
    mostMovedBytes: most,
    mostRestarts: most,
    mostSeconds: most,
    exposure: z.enum(['any', 'none']),
  }),
);

import { z } from 'zod';
import { exactly } from '../schema/index.js';
import type { PartitionId } from './ids.js';

export const EFI_STRATEGIES = ['share', 'second', 'enlarge', 'replace'] as const;
export type EfiStrategyId = (typeof EFI_STRATEGIES)[number];

/** The larger of two: what is used times `factor`, and what is used with `freeBytes` beside it. */
export interface Keep {
  readonly factor: number;
  readonly freeBytes: number;
}

/** What is wished of a plan as a whole, from which proposals are searched; how large each system is, it says itself. */
export interface Wish {
  /** `any`: shared where that does, else what costs least. */
  readonly efi: 'any' | EfiStrategyId;
  /** An EFI system partition is shared only where this much is free on it; `null`: where its size does. */
  readonly efiFreeBytes: number | null;
  /** What a volume that gives room keeps: as advised, or at least a multiple of what is used in it and so much free space. */
  readonly keep: 'advised' | Keep;
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
  efiFreeBytes: null,
  keep: 'advised',
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
    efiFreeBytes: most,
    keep: z.union([
      z.literal('advised'),
      z.strictObject({ factor: z.number().min(1).max(10), freeBytes: z.int().nonnegative() }),
    ]),
    untouched: z.array(z.string().min(1).max(60)).max(256).readonly(),
    mostMovedBytes: most,
    mostRestarts: most,
    mostSeconds: most,
    exposure: z.enum(['any', 'none']),
  }),
);

import { exactly } from '../schema/index.js';
import { z } from 'zod';
import type { SystemId } from '../system/index.js';

/** Where a loader lies: an EFI system partition, the disk's first sectors, or a partition's own first sector. */
export type LoaderPlace =
  | { readonly kind: 'efi'; readonly partition: string }
  | { readonly kind: 'disk' }
  | { readonly kind: 'partition'; readonly partition: string };

/** How a system shall be started. */
export interface LoaderChoice {
  /** The system whose loader lists this one too; `null`: it has a start entry of its own. */
  readonly by: SystemId | null;
  readonly place: LoaderPlace;
}

/** What the administrator decided about starting; what is left open is proposed. */
export interface StartPlan {
  readonly loaders: Readonly<Record<SystemId, LoaderChoice>>;
  /** Systems in the order of their start entries, the default first; those not named follow. */
  readonly order: readonly SystemId[];
  /** How long the chooser waits before it starts the default, in seconds. */
  readonly waitSeconds: number | null;
}

export const OPEN_START: StartPlan = { loaders: {}, order: [], waitSeconds: null };

const identifier = z.string().min(1).max(60);

export const LoaderChoiceSchema = z.strictObject({
  by: identifier.nullable(),
  place: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('efi'), partition: identifier }),
    z.strictObject({ kind: z.literal('disk') }),
    z.strictObject({ kind: z.literal('partition'), partition: identifier }),
  ]),
});

export const StartPlanSchema = exactly<StartPlan>()(
  z.strictObject({
    loaders: z.record(identifier, LoaderChoiceSchema).readonly(),
    order: z.array(identifier).max(12).readonly(),
    waitSeconds: z.int().nonnegative().max(3600).nullable(),
  }),
);

/** Whether one comes back to the system when one follows by whom each is started. */
export function startsInCircle(id: SystemId, by: ReadonlyMap<SystemId, SystemId | null>): boolean {
  let at = by.get(id);
  for (let i = 0; i <= by.size && at; i++) {
    if (at === id) return true;
    at = by.get(at);
  }
  return false;
}

import { z } from 'zod';
import { LEVELS } from '../finding/index.js';
import { exactly } from '../schema/index.js';
import type { Code, Message } from '../words/index.js';
import { STAGE_STATES, STAGES, type Overview } from './overview.js';

/** A message of some codes: what the words are, its reader knows. */
const said = <C extends Code>() =>
  z.looseObject({ code: z.string(), with: z.unknown() }).transform((says) => says as Message as Message<C>);

/** Where a machine stands, as it is sent. */
export const OverviewSchema = exactly<Overview>()(
  z.strictObject({
    stages: z.record(z.enum(STAGES), z.enum(STAGE_STATES)),
    findings: z.record(z.enum(LEVELS), z.int().nonnegative()),
    steps: z.strictObject({ done: z.int().nonnegative(), all: z.int().nonnegative() }),
    disk: said<'disk.not-read' | 'disk.line'>(),
    strata: z.array(
      z.strictObject({
        share: z.number().min(0).max(1),
        owner: z.int().min(-1),
        kind: z.enum(['partition', 'gap']),
      }),
    ),
    next: said<Extract<Code, `next.${string}`>>(),
    nextStage: z.enum(STAGES),
    due: z.iso.datetime().nullable(),
  }),
);

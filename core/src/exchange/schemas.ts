import { z } from 'zod';
import { OverviewSchema } from '../overview/index.js';
import { EditSchema } from '../edits/index.js';
import { PlanSchema } from '../plan/index.js';
import { exactly } from '../schema/index.js';
import { SurveySchema } from '../survey/index.js';
import type {
  Alternative,
  BackedUpMachine,
  Backups,
  DeletedMachine,
  EditsTaken,
  MachineRow,
  OpenedMachine,
  PaperTold,
  PutIn,
  Restored,
} from './exchange.js';
import type { Digest, HistoryEntry } from '../record/index.js';
import type { Left } from './machine-archive.js';

const revision = z.int().nonnegative();
const moment = z.iso.datetime();
/** A sentence as data: whoever shows it says it in a language. */
const says = z.strictObject({ code: z.string(), with: z.looseObject({}) }) as unknown as z.ZodType<Left>;
const digest = z.string().regex(/^[0-9a-f]{64}$/) as unknown as z.ZodType<Digest>;

const entry = exactly<HistoryEntry>()(
  z.strictObject({
    revision,
    key: z.string(),
    intent: z.enum(['do', 'undo', 'redo']),
    edit: EditSchema,
    inverse: EditSchema,
  }),
);

/** What the server answers with, by name. */
export const ANSWERS = {
  MachineRow: exactly<MachineRow>()(
    z.strictObject({
      id: z.string(),
      name: z.string(),
      story: z.string(),
      createdAt: moment,
      overview: OverviewSchema.nullable(),
      damage: z.string().nullable(),
    }),
  ),
  OpenedMachine: exactly<OpenedMachine>()(
    z.strictObject({
      id: z.string(),
      name: z.string(),
      story: z.string(),
      revision,
      digest,
      plan: PlanSchema,
      surveys: z.array(SurveySchema),
      history: z.array(entry),
      follows: z.boolean(),
      aside: z.array(
        z.strictObject({
          at: moment,
          why: z.enum(['plan-unreadable', 'edit-unreadable']),
          revision: z.int().positive(),
          count: z.int().nonnegative(),
        }),
      ),
    }),
  ),
  HistoryEntry: entry,
  EditsTaken: exactly<EditsTaken>()(
    z.strictObject({ revision, digest, known: z.array(z.string()), others: z.array(entry) }),
  ),
  Alternative: exactly<Alternative>()(
    z.strictObject({ id: z.string(), name: z.string(), keptAt: moment, revision, plan: PlanSchema }),
  ),
  PaperTold: exactly<PaperTold>()(
    z.strictObject({ revision: revision.nullable(), same: z.boolean(), edits: z.int().nonnegative() }),
  ),
  PutIn: exactly<PutIn>()(z.strictObject({ id: z.string(), left: z.array(says) })),
  DeletedMachine: exactly<DeletedMachine>()(
    z.strictObject({ id: z.string(), name: z.string(), deletedAt: moment }),
  ),
  Restored: exactly<Restored>()(
    z.strictObject({
      added: z.array(z.string()),
      deleted: z.array(z.string()),
      beside: z.array(z.string()),
      same: z.array(z.string()),
      renewed: z.array(z.string()),
      damaged: z.array(z.string()),
      full: z.array(z.string()),
      left: z.array(z.strictObject({ machine: z.string(), says })),
    }),
  ),
  Backups: exactly<Backups>()(
    z.strictObject({
      made: z.array(
        z.strictObject({
          name: z.string(),
          at: moment,
          machines: z.int().nonnegative(),
          faulty: z.int().nonnegative(),
        }),
      ),
      problem: z.string().nullable(),
    }),
  ),
  BackedUpMachine: exactly<BackedUpMachine>()(
    z.strictObject({ id: z.string(), name: z.string(), revision, deletedAt: moment.nullable() }),
  ),
} as const;

export type AnswerName = keyof typeof ANSWERS;

/**
 * The documents that are sent, and the answers, as JSON Schema (OpenAPI 3.0) by name; one that stands in another is
 * referred to. `at` is what the names are under: `#/components/schemas`.
 */
export function jsonSchemas(at: string): Readonly<Record<string, object>> {
  const registry = z.registry<{ id: string }>();
  for (const [id, schema] of Object.entries({
    Plan: PlanSchema,
    Edit: EditSchema,
    Survey: SurveySchema,
    ...ANSWERS,
  }))
    registry.add(schema as z.ZodType, { id });
  const { schemas } = z.toJSONSchema(registry, {
    target: 'openapi-3.0',
    io: 'input',
    unrepresentable: 'any',
    uri: (id) => `${at}/${id}`,
  });
  return schemas;
}

import { z } from 'zod';
import { OverviewSchema } from '../overview/index.js';
import { EditSchema, PlanSchema } from '../plan/index.js';
import { exactly } from '../schema/index.js';
import { SurveySchema } from '../survey/index.js';
import type {
  Alternative,
  DeletedMachine,
  EditsTaken,
  HistoryEntry,
  MachineRow,
  OpenedMachine,
  Restored,
} from './exchange.js';

const revision = z.int().nonnegative();
const moment = z.iso.datetime();

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
      plan: PlanSchema,
      surveys: z.array(SurveySchema),
      history: z.array(entry),
    }),
  ),
  HistoryEntry: entry,
  EditsTaken: exactly<EditsTaken>()(
    z.strictObject({ revision, known: z.array(z.string()), others: z.array(entry) }),
  ),
  Alternative: exactly<Alternative>()(
    z.strictObject({ id: z.string(), name: z.string(), keptAt: moment, revision, plan: PlanSchema }),
  ),
  DeletedMachine: exactly<DeletedMachine>()(
    z.strictObject({ id: z.string(), name: z.string(), deletedAt: moment }),
  ),
  Restored: exactly<Restored>()(
    z.strictObject({
      added: z.array(z.string()),
      beside: z.array(z.string()),
      same: z.array(z.string()),
      damaged: z.array(z.string()),
    }),
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

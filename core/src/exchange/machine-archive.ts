import { z } from 'zod';
import { EDIT_DOCUMENT, PLAN_DOCUMENT, type Plan } from '../plan/index.js';
import {
  readDocumentOf,
  statedVersion,
  type DocumentFault,
  type DocumentKind,
  type ReadDocument,
} from '../schema/index.js';
import { SURVEY_DOCUMENT, type Survey } from '../survey/index.js';
import type { HistoryEntry } from './exchange.js';
import { message } from '../words/index.js';

/** A machine whole, with its readings, its history and the alternatives to its plan: to be moved and put in again. */
export interface MachineArchive {
  readonly format: 'rhizotome/machine-archive';
  readonly version: 1;
  readonly name: string;
  readonly story: string;
  /** ISO 8601. */
  readonly createdAt: string;
  readonly revision: number;
  readonly plan: Plan;
  readonly surveys: readonly Survey[];
  /** From the first edit to `revision`. */
  readonly history: readonly HistoryEntry[];
  readonly alternatives: readonly ArchivedAlternative[];
}

export interface ArchivedAlternative {
  readonly name: string;
  /** ISO 8601. */
  readonly keptAt: string;
  readonly revision: number;
  readonly plan: Plan;
}

const name = z.string().max(80);

/** The frame alone; the documents in it are read as what they are, each of its own version. */
const FRAME = {
  version: 1,
  schema: z.strictObject({
    format: z.literal('rhizotome/machine-archive'),
    version: z.literal(1),
    name,
    story: z.string().max(2000),
    createdAt: z.iso.datetime(),
    revision: z.int().nonnegative(),
    plan: z.unknown(),
    surveys: z.array(z.unknown()).max(1000),
    history: z.array(
      z.strictObject({
        revision: z.int().positive(),
        key: z.string().min(1).max(64),
        intent: z.enum(['do', 'undo', 'redo']),
        edit: z.unknown(),
        inverse: z.unknown(),
      }),
    ),
    alternatives: z
      .array(
        z.strictObject({
          name,
          keptAt: z.iso.datetime(),
          revision: z.int().nonnegative(),
          plan: z.unknown(),
        }),
      )
      .max(1000),
  }),
  upgrades: [],
  versionOf: statedVersion,
} satisfies DocumentKind<unknown>;

class Faulty extends Error {
  constructor(readonly fault: DocumentFault) {
    super(fault.code);
  }
}

/** Reads an archive of any version, with documents of any version in it. */
export function readMachineArchive(value: unknown): ReadDocument<MachineArchive> {
  const frame = readDocumentOf(FRAME, value);
  if (!frame.ok) return frame;
  try {
    return { ok: true, value: filled(frame.value) };
  } catch (error) {
    if (error instanceof Faulty) return { ok: false, fault: error.fault };
    throw error;
  }
}

function filled(frame: z.output<typeof FRAME.schema>): MachineArchive {
  const history = frame.history.map((entry, i) => ({
    ...entry,
    edit: inner(EDIT_DOCUMENT, entry.edit, `history.${i}.edit`),
    inverse: inner(EDIT_DOCUMENT, entry.inverse, `history.${i}.inverse`),
  }));
  const gap = history.findIndex((entry, i) => entry.revision !== frame.revision - history.length + i + 1);
  if (gap >= 0 || history.length > frame.revision)
    throw new Faulty({
      code: 'shape',
      path: `history.${Math.max(gap, 0)}`,
      problem: message('shape.out-of-order'),
    });
  return {
    ...frame,
    plan: inner(PLAN_DOCUMENT, frame.plan, 'plan'),
    surveys: frame.surveys.map((survey, i) => inner(SURVEY_DOCUMENT, survey, `surveys.${i}`)),
    history,
    alternatives: frame.alternatives.map((kept, i) => ({
      ...kept,
      plan: inner(PLAN_DOCUMENT, kept.plan, `alternatives.${i}.plan`),
    })),
  };
}

function inner<T>(kind: DocumentKind<T>, value: unknown, path: string): T {
  const read = readDocumentOf(kind, value);
  if (read.ok) return read.value;
  const { fault } = read;
  throw new Faulty(fault.code === 'shape' ? { ...fault, path: `${path}.${fault.path}` } : fault);
}

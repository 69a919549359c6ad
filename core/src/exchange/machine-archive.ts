import { z } from 'zod';
import { EDIT_DOCUMENT, planFault, refusalSays } from '../edits/index.js';
import { noted, PLAN_DOCUMENT, type Plan } from '../plan/index.js';
import { foldEdits, unfoldEdits, type HistoryEntry } from '../record/index.js';
import {
  readDocumentOf,
  same,
  statedVersion,
  type DocumentFault,
  type DocumentKind,
  type ReadDocument,
} from '../schema/index.js';
import { SURVEY_DOCUMENT, type Survey } from '../survey/index.js';
import { message, type Message } from '../words/index.js';

/** A machine whole, with its readings, its history and the alternatives to its plan: to be moved and put in again. */
export interface MachineArchive {
  readonly format: 'rhizotome/machine-archive';
  readonly version: 2;
  readonly name: string;
  readonly story: string;
  /** ISO 8601. */
  readonly createdAt: string;
  readonly revision: number;
  /** The plan before its first edit; `null`: worked out from the way back. */
  readonly beginning: Plan | null;
  readonly plan: Plan;
  readonly surveys: readonly Survey[];
  /** From the first edit to `revision`. */
  readonly history: readonly ArchivedEntry[];
  readonly alternatives: readonly ArchivedAlternative[];
}

export interface ArchivedEntry extends HistoryEntry {
  /** When it was made, ISO 8601. */
  readonly at: string;
}

export interface ArchivedAlternative {
  readonly name: string;
  /** ISO 8601. */
  readonly keptAt: string;
  readonly revision: number;
  readonly plan: Plan;
  /** ISO 8601; `null` while it is there. */
  readonly deletedAt: string | null;
}

/** An archive as it can be put in: its plan holds together, and is what its history leads to from `beginning`. */
export interface GivenArchive {
  readonly archive: MachineArchive & { readonly beginning: Plan };
  /** What was left out of it, and why. */
  readonly left: readonly Left[];
}

/** What was left out of an archive. */
export type Left = Message<'archive.history-left' | 'archive.alternative-left'>;

const name = z.string().max(80).regex(/\S/);
const moment = z.iso.datetime();
type Json = Readonly<Record<string, unknown>>;

/** The frame alone; the documents in it are read as what they are, each of its own version. */
const FRAME = {
  version: 2,
  schema: z.strictObject({
    format: z.literal('rhizotome/machine-archive'),
    version: z.literal(2),
    name,
    story: z.string().max(2000),
    createdAt: moment,
    revision: z.int().nonnegative(),
    beginning: z.unknown(),
    plan: z.unknown(),
    surveys: z.array(z.unknown()).max(1000),
    history: z.array(
      z.strictObject({
        revision: z.int().positive(),
        key: z.string().min(1).max(64),
        intent: z.enum(['do', 'undo', 'redo']),
        edit: z.unknown(),
        inverse: z.unknown(),
        at: moment,
      }),
    ),
    alternatives: z
      .array(
        z.strictObject({
          name,
          keptAt: moment,
          revision: z.int().nonnegative(),
          plan: z.unknown(),
          deletedAt: moment.nullable(),
        }),
      )
      .max(1000),
  }),
  upgrades: [datesOfTheMachine],
  versionOf: statedVersion,
} satisfies DocumentKind<unknown>;

/** Until version 2 an edit had no date, the beginning was not told, and deleted alternatives stayed behind. */
function datesOfTheMachine(frame: Json): Record<string, unknown> {
  const each = (list: unknown, more: Json): unknown =>
    Array.isArray(list) ? list.map((item) => ({ ...(item as Json), ...more })) : list;
  return {
    ...frame,
    version: 2,
    beginning: null,
    history: each(frame['history'], { at: frame['createdAt'] }),
    alternatives: each(frame['alternatives'], { deletedAt: null }),
  };
}

class Faulty extends Error {
  constructor(readonly fault: DocumentFault) {
    super(fault.code);
  }
}

/**
 * Reads an archive of any version, with documents of any version in it. It passes the same gate as edits do: its
 * plan holds together on its reading, and its history is made again. Where that does not lead to the plan the plan
 * counts, and its history begins anew; an alternative that does not hold together is left out.
 */
export function readMachineArchive(value: unknown): ReadDocument<GivenArchive> {
  const frame = readDocumentOf(FRAME, value);
  if (!frame.ok) return frame;
  try {
    return { ok: true, value: settled(filled(frame.value)) };
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
  if (gap >= 0 || history.length > frame.revision) throw outOfOrder(`history.${Math.max(gap, 0)}`);
  return {
    ...frame,
    beginning: frame.beginning === null ? null : inner(PLAN_DOCUMENT, frame.beginning, 'beginning'),
    plan: inner(PLAN_DOCUMENT, frame.plan, 'plan'),
    surveys: frame.surveys.map((survey, i) => inner(SURVEY_DOCUMENT, survey, `surveys.${i}`)),
    history,
    alternatives: frame.alternatives.map((kept, i) => ({
      ...kept,
      plan: inner(PLAN_DOCUMENT, kept.plan, `alternatives.${i}.plan`),
    })),
  };
}

function settled(archive: MachineArchive): GivenArchive {
  const { surveys, history } = archive;
  refuseTwice(
    surveys.map(({ id }) => id),
    (i) => `surveys.${i}.id`,
  );
  refuseTwice(
    history.map(({ key }) => key),
    (i) => `history.${i}.key`,
  );
  const byId = new Map(surveys.map((survey) => [survey.id, survey]));
  const fault = faultOf(archive.plan, byId);
  if (fault) throw new Faulty({ ...fault, path: `plan.${fault.path}` });
  const good = archive.alternatives.filter(({ plan }) => !faultOf(plan, byId));
  const past = replayed(archive, byId);
  return {
    archive: { ...archive, ...(past ?? beginningAnew(archive)), alternatives: good },
    left: [
      ...(past ? [] : [message('archive.history-left', { count: history.length })]),
      ...archive.alternatives
        .filter((kept) => !good.includes(kept))
        .map((kept) => message('archive.alternative-left', { name: kept.name })),
    ],
  };
}

type Past = Pick<GivenArchive['archive'], 'beginning' | 'history' | 'revision'>;

/** The history numbered from its beginning; `undefined` where it does not lead to the plan. */
function replayed(
  { beginning, plan, history }: MachineArchive,
  surveys: ReadonlyMap<string, Survey>,
): Past | undefined {
  const at = (id: string) => surveys.get(id);
  const first = beginning ?? unfoldEdits(plan, history, at);
  if (!first) return undefined;
  const folded = foldEdits(
    first,
    history.map(({ edit }) => edit),
    at,
  );
  if (folded.refusal || !same(folded.plan, noted(plan, at(plan.surveyId ?? '')))) return undefined;
  return {
    beginning: first,
    history: history.map((entry, i) => ({ ...entry, revision: i + 1 })),
    revision: history.length,
  };
}

const beginningAnew = ({ plan }: MachineArchive): Past => ({ beginning: plan, history: [], revision: 0 });

function faultOf(plan: Plan, surveys: ReadonlyMap<string, Survey>) {
  const survey = plan.surveyId === null ? undefined : surveys.get(plan.surveyId);
  if (plan.surveyId !== null && !survey)
    return {
      code: 'shape' as const,
      path: 'surveyId',
      problem: message('shape.no-such-reading', { id: plan.surveyId }),
    };
  const fault = planFault(noted(plan, survey), survey);
  return (
    fault && {
      code: 'shape' as const,
      path: fault.path,
      problem: refusalSays(fault.refusal, survey?.disk.sectorBytes ?? 512),
    }
  );
}

function refuseTwice(list: readonly string[], path: (at: number) => string): void {
  const seen = new Set<string>();
  const again = list.findIndex((item) => seen.size === seen.add(item).size);
  if (again >= 0) throw new Faulty({ code: 'shape', path: path(again), problem: message('shape.twice') });
}

const outOfOrder = (path: string) =>
  new Faulty({ code: 'shape', path, problem: message('shape.out-of-order') });

function inner<T>(kind: DocumentKind<T>, value: unknown, path: string): T {
  const read = readDocumentOf(kind, value);
  if (read.ok) return read.value;
  const { fault } = read;
  throw new Faulty(fault.code === 'shape' ? { ...fault, path: `${path}.${fault.path}` } : fault);
}

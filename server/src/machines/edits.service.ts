import { Inject, Injectable } from '@nestjs/common';
import {
  apply,
  commute,
  digestAfter,
  EDIT_DOCUMENT,
  readingsNamed,
  inEnglish,
  noted,
  refusalSays,
  type Refusal,
  SURVEY_DOCUMENT,
  type Digest,
  type EditsTaken,
  type HistoryEntry,
  type HistoryPoint,
  type OpenedMachine,
  type PaperTold,
  type Plan,
  type SentEdit,
  type Survey,
  type Surveys,
} from '@rhizotome/core';
import { In, MoreThan, Not, type EntityManager } from 'typeorm';
import { notFound, ProblemException } from '../http/problem.js';
import {
  documentOf,
  editText,
  isDamage,
  planIn,
  planText,
  surveyIn,
  surveyText,
} from '../storage/documents.js';
import { EditEntity, SurveyEntity } from '../storage/entities.js';
import { sumOf } from '../storage/sums.js';
import { Writer } from '../storage/writer.js';
import type { EditDto, PostEditsDto } from './dto.js';
import {
  type EditedMachine,
  type PointInHistory,
  goesBy,
  keepEdits,
  knownKeys,
  machineToEdit,
  surveyRows,
} from './edit-store.js';
import { existingMachine, insertSurvey } from './machine-store.js';
import { historyBefore, opened } from './opened-machine.js';
import { Overviews } from './overviews.js';
import { paperTold } from './paper.js';
import { repair } from './stored-record.js';
import { Watchers } from './watchers.js';
import { toHistoryEntry } from './responses.js';

/** Where more was done meanwhile than this, a client begins from the whole plan again. */
const MOST_OTHERS = 100;

/** One machine's plan: its readings, its edits, its history. What a document means, core decides. */
@Injectable()
export class EditsService {
  constructor(
    @Inject(Writer) private readonly writer: Writer,
    @Inject(Overviews) private readonly overviews: Overviews,
    @Inject(Watchers) private readonly watchers: Watchers,
  ) {}

  /** A machine whose plan cannot be read is opened at its last good revision; what came after is put aside. */
  async open(id: string, seen?: PointInHistory): Promise<OpenedMachine> {
    try {
      return await this.writer.read((manager) => opened(manager, id, seen));
    } catch (error) {
      if (!isDamage(error)) throw error;
      return this.writer.write(async (manager) => {
        if (!(await repair(manager, await existingMachine(manager, id)))) throw error;
        return opened(manager, id, seen);
      });
    }
  }

  /** The latest edits before a revision, in order. */
  older(id: string, before: number): Promise<HistoryEntry[]> {
    return this.writer.read(async (manager) => {
      await existingMachine(manager, id);
      return historyBefore(manager, id, before);
    });
  }

  /** How far the plan of a machine is. @throws ProblemException 404 */
  point(id: string): Promise<HistoryPoint> {
    return this.writer.read((manager) => machineToEdit(manager, id));
  }

  /** Whether a runbook with these signs on it is of today's plan. */
  paper(id: string, signs: string): Promise<PaperTold> {
    return this.writer.read((manager) => paperTold(manager, id, signs.replaceAll(' ', '').toLowerCase()));
  }

  addSurvey(id: string, document: unknown): Promise<{ surveyId: string }> {
    const survey = documentOf(SURVEY_DOCUMENT, 'survey', document);
    return this.writer.write(async (manager) => {
      await existingMachine(manager, id);
      const present = await manager.findOneBy(SurveyEntity, { id: survey.id });
      if (present && (present.machineId !== id || present.document !== surveyText(survey)))
        throw new ProblemException({
          status: 409,
          code: 'survey-exists',
          title: 'A survey is never changed',
          detail: 'Another survey with this id is there already. A new reading of a disk is a new survey.',
        });
      if (!present) await insertSurvey(manager, id, survey);
      return { surveyId: survey.id };
    });
  }

  /** @throws ProblemException 404 */
  survey(id: string, surveyId: string): Promise<Survey> {
    return this.writer.read(async (manager) => {
      await existingMachine(manager, id);
      const row = await manager.findOneBy(SurveyEntity, { machineId: id, id: surveyId });
      if (!row) throw notFound('survey');
      return surveyIn(row.document);
    });
  }

  /**
   * Applies edits made against revision `base`. Edits that the history has already, known by their key, are not made
   * again and are named in the answer. Where others have moved on from the base, edits are made on top of theirs if
   * either order gives the same plan; otherwise nothing is made.
   * Edits on a history that is not, or not any more, the one kept here are never made: data was put back.
   * @throws ProblemException 409 with the present `revision` and the keys that are `known`; 422 with the `key` refused
   */
  async postEdits(id: string, { base, digest, edits }: PostEditsDto): Promise<EditsTaken> {
    const sent = [...new Map(edits.map((e) => [e.key, decodeEdit(e)])).values()];
    const taken = await this.writer.write((manager) =>
      takeEdits(manager, id, { revision: base, digest }, sent),
    );
    this.overviews.changed(id);
    this.watchers.changed(id, taken);
    return taken;
  }
}

async function takeEdits(
  manager: EntityManager,
  id: string,
  point: PointInHistory,
  sent: readonly SentEdit[],
): Promise<EditsTaken> {
  const base = point.revision;
  const machine = await machineToEdit(manager, id);
  const keys = sent.map((e) => e.key);
  const known = await knownKeys(manager, id, keys);
  const fresh = sent.filter((e) => !known.includes(e.key));
  if (!(await goesBy(manager, machine, point))) throw wentBack(machine, known);
  if (fresh.length === 0) return { revision: machine.revision, digest: machine.digest, known, others: [] };
  const others = base === machine.revision ? [] : await after(manager, id, base, keys);
  const kept = planIn(machine.plan);
  const surveys = await surveysFor(manager, id, kept, fresh);
  const plan = noted(kept, kept.surveyId === null ? undefined : surveys(kept.surveyId));
  const between = others.map(toHistoryEntry);
  if (others.length > 0 && !(known.length === 0 && passes(plan, between, fresh, surveys)))
    throw stale(machine, known);
  const { made, next, digest } = makeEdits(machine, plan, fresh, surveys);
  const revision = machine.revision + fresh.length;
  await keepEdits(manager, machine, made, { plan: planText(next), revision, digest });
  return { revision, digest, known, others: between };
}

/** What was made after a revision, but for the edits with these keys: so much of it that it can be told to be too much. */
function after(
  manager: EntityManager,
  machineId: string,
  revision: number,
  keys: readonly string[],
): Promise<EditEntity[]> {
  return manager.find(EditEntity, {
    where: { machineId, revision: MoreThan(revision), key: Not(In(keys)) },
    order: { revision: 'ASC' },
    take: MOST_OTHERS + 1,
  });
}

/** The readings that a plan and edits of it rest on. */
async function surveysFor(
  manager: EntityManager,
  machineId: string,
  plan: Plan,
  edits: readonly SentEdit[],
): Promise<Surveys> {
  const ids = [plan.surveyId, ...edits.flatMap(({ edit }) => readingsNamed(edit))].filter(
    (id) => id !== null,
  );
  const rows = await surveyRows(manager, machineId, ids);
  const byId = new Map(rows.map((row) => [row.id, surveyIn(row.document)]));
  return (id) => byId.get(id);
}

/** Whether edits that did not know of `others`, the latest of a plan, can be made after them as well as before them. */
function passes(
  plan: Plan,
  others: readonly HistoryEntry[],
  fresh: readonly SentEdit[],
  surveys: Surveys,
): boolean {
  if (others.length > MOST_OTHERS || fresh.some((e) => e.intent !== 'do')) return false;
  return commute(
    plan,
    others,
    fresh.map((e) => e.edit),
    surveys,
  );
}

/** Applies edits in order: entries for the history, and the plan after them. @throws ProblemException 422 */
function makeEdits(
  machine: EditedMachine,
  before: Plan,
  edits: readonly SentEdit[],
  surveys: Surveys,
): { readonly made: readonly EditEntity[]; readonly next: Plan; readonly digest: Digest } {
  let plan = before;
  let { digest } = machine;
  const made: EditEntity[] = [];
  for (const [i, { key, intent, edit }] of edits.entries()) {
    const result = apply(plan, edit, surveys);
    if (!result.ok) throw refusedEdit(plan, surveys, result.refusal, key);
    plan = result.plan;
    const texts = { edit: editText(edit), inverse: editText(result.inverse) };
    digest = digestAfter(digest, { key, intent, ...texts });
    made.push({
      machineId: machine.id,
      revision: machine.revision + i + 1,
      key,
      intent,
      ...texts,
      digest,
      at: new Date().toISOString(),
      sum: sumOf(texts.edit, texts.inverse),
    });
  }
  return { made, next: plan, digest };
}

function decodeEdit({ key, intent, edit }: EditDto): SentEdit {
  return { key, intent, edit: documentOf(EDIT_DOCUMENT, 'edit', edit, { key }) };
}

function wentBack({ revision, digest }: EditedMachine, known: readonly string[]): ProblemException {
  return new ProblemException({
    status: 409,
    code: 'history-differs',
    title: 'The data here is not what these changes were made on',
    detail: `The server has another history of this machine, at revision ${revision}: its data was put back, or replaced. Nothing was saved. Open the machine again.`,
    revision,
    digest,
    known,
  });
}

function stale({ revision }: EditedMachine, known: readonly string[]): ProblemException {
  return new ProblemException({
    status: 409,
    code: 'stale-revision',
    title: 'The plan has changed meanwhile',
    detail: `The plan is at revision ${revision}; other edits were made after the one these are based on. Open the machine again and make them on top.`,
    revision,
    known,
  });
}

function refusedEdit(plan: Plan, surveys: Surveys, refusal: Refusal, key: string): ProblemException {
  const sectorBytes = surveys(plan.surveyId ?? '')?.disk.sectorBytes ?? 512;
  return new ProblemException({
    status: 422,
    code: 'edit-refused',
    title: 'The plan does not allow this',
    detail: inEnglish(refusalSays(refusal, sectorBytes)),
    refusal,
    key,
  });
}

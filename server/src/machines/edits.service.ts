import { Inject, Injectable } from '@nestjs/common';
import {
  apply,
  EDIT_DOCUMENT,
  refusalInWords,
  SURVEY_DOCUMENT,
  type EditsTaken,
  type HistoryEntry,
  type OpenedMachine,
  type Plan,
  type SentEdit,
  type Surveys,
} from '@rhizotome/core';
import { In, MoreThan, Not, type EntityManager } from 'typeorm';
import { ProblemException } from '../http/problem.js';
import { documentOf } from '../storage/documents.js';
import { EditEntity, MachineEntity, SurveyEntity } from '../storage/entities.js';
import { Writer } from '../storage/writer.js';
import type { EditDto, PostEditsDto } from './dto.js';
import { existingMachine, insertSurvey, surveysOf } from './machine-store.js';
import { historyBefore, opened } from './opened-machine.js';
import { planOf } from './responses.js';

/** One machine's plan: its readings, its edits, its history. What a document means, core decides. */
@Injectable()
export class EditsService {
  constructor(@Inject(Writer) private readonly writer: Writer) {}

  open(id: string): Promise<OpenedMachine> {
    return this.writer.read((manager) => opened(manager, id));
  }

  /** The latest edits before a revision, in order. */
  older(id: string, before: number): Promise<HistoryEntry[]> {
    return this.writer.read(async (manager) => {
      await existingMachine(manager, id);
      return historyBefore(manager, id, before);
    });
  }

  addSurvey(id: string, document: unknown): Promise<{ surveyId: string }> {
    const survey = documentOf(SURVEY_DOCUMENT, 'survey', document);
    return this.writer.write(async (manager) => {
      await existingMachine(manager, id);
      const present = await manager.findOneBy(SurveyEntity, { id: survey.id });
      if (present && (present.machineId !== id || present.document !== JSON.stringify(survey)))
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

  /**
   * Applies edits made against revision `base`. Edits that the history has already, known by their key, are not made
   * again and are named in the answer. Where others have moved on from the base, nothing is made.
   * @throws ProblemException 409 with the present `revision` and the keys that are `known`; 422 with the `key` refused
   */
  postEdits(id: string, { base, edits }: PostEditsDto): Promise<EditsTaken> {
    const sent = [...new Map(edits.map((e) => [e.key, decodeEdit(e)])).values()];
    return this.writer.write(async (manager) => {
      const machine = await existingMachine(manager, id);
      const keys = sent.map((e) => e.key);
      const made = await manager.find(EditEntity, {
        where: { machineId: id, key: In(keys) },
        select: { machineId: true, revision: true, key: true },
      });
      const known = made.map((entry) => entry.key);
      const fresh = sent.filter((e) => !known.includes(e.key));
      if (fresh.length === 0) return { revision: machine.revision, known };
      const others = { machineId: id, revision: MoreThan(base), key: Not(In(keys)) };
      if (base > machine.revision || (await manager.existsBy(EditEntity, others)))
        throw stale(machine, known);
      const plan = await makeEdits(manager, machine, fresh);
      const revision = machine.revision + fresh.length;
      await manager.update(MachineEntity, { id }, { plan: JSON.stringify(plan), revision });
      return { revision, known };
    });
  }
}

/** Applies edits in order and adds them to the history. Returns the plan after them. @throws ProblemException 422 */
async function makeEdits(
  manager: EntityManager,
  machine: MachineEntity,
  edits: readonly SentEdit[],
): Promise<Plan> {
  const surveys = await surveysOf(manager, machine.id);
  let plan = planOf(machine);
  for (const [i, { key, intent, edit }] of edits.entries()) {
    const result = apply(plan, edit, surveys);
    if (!result.ok) throw refusedEdit(plan, surveys, result.refusal, key);
    plan = result.plan;
    await manager.insert(EditEntity, {
      machineId: machine.id,
      revision: machine.revision + i + 1,
      key,
      intent,
      edit: JSON.stringify(edit),
      inverse: JSON.stringify(result.inverse),
      at: new Date().toISOString(),
    });
  }
  return plan;
}

function decodeEdit({ key, intent, edit }: EditDto): SentEdit {
  return { key, intent, edit: documentOf(EDIT_DOCUMENT, 'edit', edit, { key }) };
}

function stale({ revision }: MachineEntity, known: readonly string[]): ProblemException {
  return new ProblemException({
    status: 409,
    code: 'stale-revision',
    title: 'The plan has changed meanwhile',
    detail: `The plan is at revision ${revision}; other edits were made after the one these are based on. Open the machine again and make them on top.`,
    revision,
    known,
  });
}

function refusedEdit(
  plan: Plan,
  surveys: Surveys,
  refusal: Parameters<typeof refusalInWords>[0],
  key: string,
): ProblemException {
  const sectorBytes = surveys(plan.surveyId ?? '')?.disk.sectorBytes ?? 512;
  return new ProblemException({
    status: 422,
    code: 'edit-refused',
    title: 'The plan does not allow this',
    detail: refusalInWords(refusal, sectorBytes),
    refusal,
    key,
  });
}

import { randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import {
  apply,
  EDIT_DOCUMENT,
  EMPTY_PLAN,
  overviewOf,
  refusalInWords,
  SURVEY_DOCUMENT,
  type Edit,
  type HistoryEntry,
  type MachineRow,
  type OpenedMachine,
  type Overview,
  type Plan,
  type Survey,
  type Surveys,
} from '@rhizotome/core';
import { benchMachine, DEMO_NAMES, type DemoName } from '@rhizotome/demo';
import { IsNull, LessThan, MoreThan, type EntityManager } from 'typeorm';
import { notFound, ProblemException } from '../http/problem.js';
import { documentOf, planIn, surveyIn } from '../storage/documents.js';
import { AlternativeEntity, EditEntity, MachineEntity, SurveyEntity } from '../storage/entities.js';
import { Writer } from '../storage/writer.js';
import type { EditDto, PostEditsDto } from './dto.js';
import { existingMachine, surveysOf } from './machine-store.js';
import { planOf, toHistoryEntry, toRow } from './responses.js';

/** Edits that are sent at once for undo; older ones when they are asked for. */
const HISTORY_SENT = 500;
const MOST_MACHINES = 1000;

/** Each public method is one transaction, or one read. What a document means, core decides. */
@Injectable()
export class MachinesService {
  /** By machine: where it stands, worked out once a revision. */
  private readonly overviews = new Map<string, { readonly revision: number; readonly overview: Overview }>();

  constructor(@Inject(Writer) private readonly writer: Writer) {}

  private async row(manager: EntityManager, machine: MachineEntity): Promise<MachineRow> {
    const { id, revision } = machine;
    let known = this.overviews.get(id);
    if (known?.revision !== revision) {
      const plan = planOf(machine);
      const survey = (await surveysOf(manager, id))(plan.surveyId ?? '');
      known = { revision, overview: overviewOf(plan, survey) };
      this.overviews.set(id, known);
    }
    return toRow(machine, known.overview);
  }

  list(): Promise<MachineRow[]> {
    return this.writer.read(async (manager) => {
      const machines = await manager.find(MachineEntity, {
        where: { deletedAt: IsNull() },
        order: { createdAt: 'ASC', id: 'ASC' },
      });
      return Promise.all(machines.map((m) => this.row(manager, m)));
    });
  }

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

  create(name: string): Promise<OpenedMachine> {
    return this.writer.write(async (manager) => {
      const machine = await insertMachine(manager, name, '', EMPTY_PLAN);
      return opened(manager, machine.id);
    });
  }

  rename(id: string, name: string): Promise<MachineRow> {
    return this.writer.write(async (manager) => {
      const machine = await existingMachine(manager, id);
      machine.name = name.trim();
      await manager.save(machine);
      return this.row(manager, machine);
    });
  }

  /** A copy with its surveys, its plan and the alternatives to it; its history begins anew. */
  duplicate(id: string): Promise<OpenedMachine> {
    return this.writer.write(async (manager) => {
      const original = await existingMachine(manager, id);
      const copy = await insertMachine(
        manager,
        `${original.name}, copy`.slice(0, 80),
        original.story,
        planOf(original),
      );
      const renamed = new Map<string, string>();
      for (const { document } of await manager.findBy(SurveyEntity, { machineId: id })) {
        const survey = surveyIn(document);
        const fresh = { ...survey, id: randomUUID() };
        renamed.set(survey.id, fresh.id);
        await insertSurvey(manager, copy.id, fresh);
      }
      const onCopies = (text: string) => {
        const plan = planIn(text);
        return JSON.stringify({ ...plan, surveyId: plan.surveyId && (renamed.get(plan.surveyId) ?? null) });
      };
      copy.plan = onCopies(copy.plan);
      await manager.save(copy);
      for (const kept of await manager.findBy(AlternativeEntity, { machineId: id, deletedAt: IsNull() }))
        await manager.insert(AlternativeEntity, {
          ...kept,
          id: randomUUID(),
          machineId: copy.id,
          revision: 0,
          plan: onCopies(kept.plan),
        });
      return opened(manager, copy.id);
    });
  }

  /** Takes the machine off the bench; `restore` puts it back whole. */
  remove(id: string): Promise<void> {
    return this.writer.write(async (manager) => {
      const machine = await existingMachine(manager, id);
      machine.deletedAt = new Date().toISOString();
      await manager.save(machine);
    });
  }

  restore(id: string): Promise<MachineRow> {
    return this.writer.write(async (manager) => {
      const machine = await manager.findOneBy(MachineEntity, { id });
      if (!machine) throw notFound('machine');
      machine.deletedAt = null;
      await manager.save(machine);
      return this.row(manager, machine);
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
   * Applies edits made against revision `base`. Edits sent before, known by their key, are not made again.
   * A base that others have moved on from is answered with what came in between.
   */
  postEdits(id: string, { base, edits }: PostEditsDto): Promise<{ revision: number }> {
    const decoded = edits.map(decodeEdit);
    return this.writer.write(async (manager) => {
      const machine = await existingMachine(manager, id);
      const since = await manager.find(EditEntity, {
        where: { machineId: id, revision: MoreThan(base) },
        order: { revision: 'ASC' },
      });
      const known = new Set(since.map((e) => e.key));
      const foreign = since.filter((e) => !decoded.some((d) => d.key === e.key));
      if (foreign.length > 0 || base > machine.revision) throw stale(machine, since);
      const surveys = await surveysOf(manager, id);
      let plan = planOf(machine);
      for (const { key, intent, edit } of decoded.filter((d) => !known.has(d.key))) {
        const result = apply(plan, edit, surveys);
        if (!result.ok) throw refusedEdit(plan, surveys, result.refusal, key);
        plan = result.plan;
        machine.revision += 1;
        await manager.insert(EditEntity, {
          machineId: id,
          revision: machine.revision,
          key,
          intent,
          edit: JSON.stringify(edit),
          inverse: JSON.stringify(result.inverse),
          at: new Date().toISOString(),
        });
      }
      machine.plan = JSON.stringify(plan);
      await manager.save(machine);
      return { revision: machine.revision };
    });
  }

  /** Puts the demo machines on an empty bench; leaves any other as it is. */
  loadDemo(): Promise<{ added: number }> {
    return this.writer.write(async (manager) => {
      if ((await manager.countBy(MachineEntity, { deletedAt: IsNull() })) > 0) return { added: 0 };
      for (const name of DEMO_NAMES) await insertDemo(manager, name);
      return { added: DEMO_NAMES.length };
    });
  }
}

async function opened(manager: EntityManager, id: string): Promise<OpenedMachine> {
  const machine = await existingMachine(manager, id);
  const surveys = await manager.findBy(SurveyEntity, { machineId: id });
  const { name, story, revision } = machine;
  return {
    id,
    name,
    story,
    revision,
    plan: planOf(machine),
    surveys: surveys.map((s) => surveyIn(s.document)),
    history: await historyBefore(manager, id, revision + 1),
  };
}

async function historyBefore(
  manager: EntityManager,
  machineId: string,
  before: number,
): Promise<HistoryEntry[]> {
  const entries = await manager.find(EditEntity, {
    where: { machineId, revision: LessThan(before) },
    order: { revision: 'DESC' },
    take: HISTORY_SENT,
  });
  return entries.reverse().map(toHistoryEntry);
}

async function insertMachine(
  manager: EntityManager,
  name: string,
  story: string,
  plan: Plan,
): Promise<MachineEntity> {
  if ((await manager.countBy(MachineEntity, { deletedAt: IsNull() })) >= MOST_MACHINES)
    throw new ProblemException({
      status: 409,
      code: 'bench-full',
      title: 'The bench is full',
      detail: `A bench holds ${MOST_MACHINES} machines. Delete one first.`,
    });
  return manager.save(
    manager.create(MachineEntity, {
      id: randomUUID(),
      name: name.trim(),
      story,
      createdAt: new Date().toISOString(),
      deletedAt: null,
      revision: 0,
      plan: JSON.stringify(plan),
    }),
  );
}

async function insertSurvey(manager: EntityManager, machineId: string, survey: Survey): Promise<void> {
  await manager.insert(SurveyEntity, { id: survey.id, machineId, document: JSON.stringify(survey) });
}

async function insertDemo(manager: EntityManager, name: DemoName): Promise<void> {
  const identity = { id: randomUUID(), takenAt: new Date().toISOString() };
  const demo = benchMachine(name, identity);
  const survey = demo.survey && { ...demo.survey, id: identity.id };
  const plan = { ...demo.plan, surveyId: survey?.id ?? null };
  const machine = await insertMachine(manager, demo.name, demo.story, plan);
  if (survey) await insertSurvey(manager, machine.id, survey);
}

function decodeEdit({ key, intent, edit }: EditDto): { key: string; intent: EditDto['intent']; edit: Edit } {
  return { key, intent, edit: documentOf(EDIT_DOCUMENT, 'edit', edit) };
}

function stale(machine: MachineEntity, since: readonly EditEntity[]): ProblemException {
  return new ProblemException({
    status: 409,
    code: 'stale-revision',
    title: 'The plan has changed meanwhile',
    detail: `The plan is at revision ${machine.revision}; other edits were made after the one these are based on.`,
    revision: machine.revision,
    between: since.map(toHistoryEntry),
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

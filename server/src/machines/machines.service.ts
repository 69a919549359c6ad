import { randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import { EMPTY_PLAN, type MachineRow, type OpenedMachine, type Plan } from '@rhizotome/core';
import { benchMachine, DEMO_NAMES, type DemoName } from '@rhizotome/demo';
import { IsNull, type EntityManager } from 'typeorm';
import { notFound, ProblemException } from '../http/problem.js';
import { planIn, surveyIn } from '../storage/documents.js';
import { AlternativeEntity, MachineEntity, SurveyEntity } from '../storage/entities.js';
import { Writer } from '../storage/writer.js';
import { existingMachine, insertSurvey } from './machine-store.js';
import { opened } from './opened-machine.js';
import { Overviews } from './overviews.js';
import { planOf, toRow } from './responses.js';

const MOST_MACHINES = 1000;

/** What a row needs: a plan is a hundred times as large as where it stands. */
const LISTED = {
  id: true,
  name: true,
  story: true,
  createdAt: true,
  revision: true,
  overview: true,
} as const;

/** The bench: which machines there are. Each public method is one transaction, or one read. */
@Injectable()
export class MachinesService {
  constructor(
    @Inject(Writer) private readonly writer: Writer,
    @Inject(Overviews) private readonly overviews: Overviews,
  ) {}

  /** Writes after which there are machines more. */
  private async adds<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    const result = await this.writer.write(work);
    await this.overviews.came();
    return result;
  }

  /** A machine whose documents cannot be read is listed as damaged; the others are not kept back by it. */
  private async row(manager: EntityManager, machine: MachineEntity): Promise<MachineRow> {
    const { overview, damage } = await this.overviews.of(manager, machine);
    return toRow(machine, overview, damage);
  }

  list(): Promise<MachineRow[]> {
    return this.writer.read(async (manager) => {
      const machines = await manager.find(MachineEntity, {
        where: { deletedAt: IsNull() },
        order: { createdAt: 'ASC', id: 'ASC' },
        select: LISTED,
      });
      return Promise.all(machines.map((m) => this.row(manager, m)));
    });
  }

  create(name: string): Promise<OpenedMachine> {
    return this.adds(async (manager) => {
      const machine = await insertMachine(manager, name, '', EMPTY_PLAN);
      return opened(manager, machine.id);
    });
  }

  rename(id: string, name: string): Promise<MachineRow> {
    return this.writer.write(async (manager) => {
      const machine = await existingMachine(manager, id);
      machine.name = name.trim();
      await manager.update(MachineEntity, { id }, { name: machine.name });
      return this.row(manager, machine);
    });
  }

  /** A copy with its surveys, its plan and the alternatives to it; its history begins anew. */
  duplicate(id: string): Promise<OpenedMachine> {
    return this.adds(async (manager) => {
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
      await manager.update(MachineEntity, { id: copy.id }, { plan: onCopies(copy.plan) });
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
      await existingMachine(manager, id);
      await manager.update(MachineEntity, { id }, { deletedAt: new Date().toISOString() });
    });
  }

  restore(id: string): Promise<MachineRow> {
    return this.writer.write(async (manager) => {
      const machine = await manager.findOneBy(MachineEntity, { id });
      if (!machine) throw notFound('machine');
      await manager.update(MachineEntity, { id }, { deletedAt: null });
      return this.row(manager, machine);
    });
  }

  /** Puts the demo machines on an empty bench; leaves any other as it is. */
  loadDemo(): Promise<{ added: number }> {
    return this.adds(async (manager) => {
      if ((await manager.countBy(MachineEntity, { deletedAt: IsNull() })) > 0) return { added: 0 };
      for (const name of DEMO_NAMES) await insertDemo(manager, name);
      return { added: DEMO_NAMES.length };
    });
  }
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
  const machine: MachineEntity = {
    id: randomUUID(),
    name: name.trim(),
    story,
    createdAt: new Date().toISOString(),
    deletedAt: null,
    revision: 0,
    plan: JSON.stringify(plan),
    overview: null,
  };
  await manager.insert(MachineEntity, machine);
  return machine;
}

async function insertDemo(manager: EntityManager, name: DemoName): Promise<void> {
  const identity = { id: randomUUID(), takenAt: new Date().toISOString() };
  const demo = benchMachine(name, identity);
  const survey = demo.survey && { ...demo.survey, id: identity.id };
  const plan = { ...demo.plan, surveyId: survey?.id ?? null };
  const machine = await insertMachine(manager, demo.name, demo.story, plan);
  if (survey) await insertSurvey(manager, machine.id, survey);
}

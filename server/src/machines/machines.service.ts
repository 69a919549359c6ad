import { randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import {
  digestOfBeginning,
  EMPTY_PLAN,
  type MachineRow,
  type OpenedMachine,
  type Plan,
} from '@rhizotome/core';
import { benchMachine, DEMO_NAMES, type DemoName } from '@rhizotome/demo';
import { IsNull, type EntityManager } from 'typeorm';
import { notFound } from '../http/problem.js';
import { planIn, planText, surveyIn } from '../storage/documents.js';
import { AlternativeEntity, MachineEntity, SurveyEntity } from '../storage/entities.js';
import { sumOf } from '../storage/sums.js';
import { Writer } from '../storage/writer.js';
import { insertAlternatives } from './alternative-store.js';
import { demoIdentity } from './demo-identity.js';
import { existingMachine, insertSurvey, refuseFullBench } from './machine-store.js';
import { opened } from './opened-machine.js';
import { Overviews } from './overviews.js';
import { planOf, toRow } from './responses.js';
import { Watchers } from './watchers.js';

/** What a row needs: a plan is a hundred times as large as where it stands. */
type Listed = Pick<MachineEntity, 'id' | 'name' | 'story' | 'createdAt' | 'revision' | 'overview'>;

/** Machines are listed in the order in which they came; those of one moment in that of their ids. */
export type PlaceInList = Pick<MachineEntity, 'createdAt' | 'id'>;

/** So many are listed at once, as many as are seen; whoever wants more asks for those after them, which come in larger pages. */
const LISTED_FIRST = 50;
const LISTED_AFTER = 250;

/** The bench: which machines there are. Each public method is one transaction, or one read. */
@Injectable()
export class MachinesService {
  constructor(
    @Inject(Writer) private readonly writer: Writer,
    @Inject(Overviews) private readonly overviews: Overviews,
    @Inject(Watchers) private readonly watchers: Watchers,
  ) {}

  /** Writes after which there are machines more. */
  private async adds<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    const result = await this.writer.write(work);
    await this.overviews.came();
    return result;
  }

  /** A machine whose documents cannot be read is listed as damaged; the others are not kept back by it. */
  private async row(manager: EntityManager, machine: Listed): Promise<MachineRow> {
    const { overview, damage } = await this.overviews.of(manager, machine);
    return toRow(machine, overview, damage);
  }

  /**
   * The machines on the bench in the order in which they came, so many at once.
   * @param after what they come after, a machine that may be gone since; the first of all where it is not given
   */
  list(after?: PlaceInList): Promise<{ readonly rows: MachineRow[]; readonly more: boolean }> {
    const most = after === undefined ? LISTED_FIRST : LISTED_AFTER;
    return this.writer.read(async (manager) => {
      // Plainly asked: building the same from entities takes several times as long (measured).
      const found = await manager.query<Listed[]>(
        `SELECT id, name, story, "createdAt", revision, overview FROM machine WHERE "deletedAt" IS NULL ${
          after === undefined ? '' : 'AND ("createdAt", id) > (?, ?)'
        } ORDER BY "createdAt", id LIMIT ${most + 1}`,
        after === undefined ? [] : [after.createdAt, after.id],
      );
      const rows: MachineRow[] = [];
      for (const machine of found.slice(0, most)) rows.push(await this.row(manager, machine));
      return { rows, more: found.length > most };
    });
  }

  create(name: string): Promise<OpenedMachine> {
    return this.adds(async (manager) => {
      const machine = await insertMachine(manager, { name, story: '', plan: EMPTY_PLAN });
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
      const surveys = (await manager.findBy(SurveyEntity, { machineId: id })).map((row) =>
        surveyIn(row.document),
      );
      const renamed = new Map(surveys.map((survey) => [survey.id, randomUUID() as string]));
      const onCopies = (plan: Plan): Plan => ({
        ...plan,
        surveyId: plan.surveyId && (renamed.get(plan.surveyId) ?? null),
      });
      const name = `${original.name}, copy`.slice(0, 80);
      const copy = await insertMachine(manager, {
        name,
        story: original.story,
        plan: onCopies(planOf(original)),
      });
      for (const survey of surveys)
        await insertSurvey(manager, copy.id, { ...survey, id: renamed.get(survey.id)! });
      const kept = await manager.findBy(AlternativeEntity, { machineId: id, deletedAt: IsNull() });
      await insertAlternatives(
        manager,
        copy.id,
        kept.map((one) => ({ ...one, revision: 0, plan: planText(onCopies(planIn(one.plan))) })),
      );
      return opened(manager, copy.id);
    });
  }

  /** Takes the machine off the bench; `restore` puts it back whole. */
  async remove(id: string): Promise<void> {
    await this.writer.write(async (manager) => {
      await existingMachine(manager, id);
      await manager.update(MachineEntity, { id }, { deletedAt: new Date().toISOString() });
    });
    this.watchers.deleted(id);
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

/** What a new machine begins with. */
interface NewMachine {
  readonly id?: string;
  readonly name: string;
  readonly story: string;
  readonly plan: Plan;
}

async function insertMachine(
  manager: EntityManager,
  { id = randomUUID(), name, story, plan }: NewMachine,
): Promise<MachineEntity> {
  await refuseFullBench(manager);
  const beginning = planText(plan);
  const machine: MachineEntity = {
    id,
    name: name.trim(),
    story,
    createdAt: new Date().toISOString(),
    deletedAt: null,
    revision: 0,
    plan: beginning,
    sum: sumOf(beginning),
    beginning,
    digest: digestOfBeginning(beginning),
    overview: null,
  };
  await manager.insert(MachineEntity, machine);
  return machine;
}

/** Its identity is the same on every bench, but for one whose first is still among what was deleted. */
async function insertDemo(manager: EntityManager, name: DemoName): Promise<void> {
  const own = demoIdentity(name);
  const free = (await manager.countBy(MachineEntity, { id: own.id })) === 0;
  const { id, surveyId } = free ? own : { id: randomUUID(), surveyId: randomUUID() };
  const { story, survey, plan } = benchMachine(name, { id: surveyId, takenAt: DEMO_READ_AT });
  const machine = await insertMachine(manager, {
    ...{ id, name, story },
    plan: { ...plan, surveyId: survey ? surveyId : null },
  });
  if (survey) await insertSurvey(manager, machine.id, { ...survey, id: surveyId });
}

/** When the disks of the demo machines were read, where their files do not tell. */
const DEMO_READ_AT = '2026-05-04T07:30:00.000Z';

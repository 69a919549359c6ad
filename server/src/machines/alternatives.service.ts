import { Inject, Injectable } from '@nestjs/common';
import {
  planFault,
  PLAN_DOCUMENT,
  inEnglish,
  refusalSays,
  type Alternative,
  type Plan,
} from '@rhizotome/core';
import { IsNull, type EntityManager } from 'typeorm';
import { notFound, ProblemException } from '../http/problem.js';
import { documentOf, planText } from '../storage/documents.js';
import { AlternativeEntity } from '../storage/entities.js';
import { Writer } from '../storage/writer.js';
import type { KeepPlanDto } from './dto.js';
import { insertAlternatives } from './alternative-store.js';
import { existingMachine, surveyUnder } from './machine-store.js';
import { toAlternative } from './responses.js';

/** Plans kept under names. What is kept is never changed: taking one up is an edit of the machine's plan. */
@Injectable()
export class AlternativesService {
  constructor(@Inject(Writer) private readonly writer: Writer) {}

  list(machineId: string): Promise<Alternative[]> {
    return this.writer.read(async (manager) => {
      await existingMachine(manager, machineId);
      const kept = await manager.find(AlternativeEntity, {
        where: { machineId, deletedAt: IsNull() },
        order: { keptAt: 'ASC', id: 'ASC' },
      });
      return kept.map(toAlternative);
    });
  }

  keep(machineId: string, { name, revision, plan }: KeepPlanDto): Promise<Alternative> {
    const decided = documentOf(PLAN_DOCUMENT, 'plan', plan);
    return this.writer.write(async (manager) => {
      await existingMachine(manager, machineId);
      await refuseFault(manager, machineId, decided);
      return insert(manager, machineId, { name, revision, plan: planText(decided) });
    });
  }

  rename(machineId: string, id: string, name: string): Promise<Alternative> {
    return this.writer.write(async (manager) => {
      const kept = await existing(manager, machineId, id);
      kept.name = name.trim();
      await manager.update(AlternativeEntity, { id }, { name: kept.name });
      return toAlternative(kept);
    });
  }

  duplicate(machineId: string, id: string): Promise<Alternative> {
    return this.writer.write(async (manager) => {
      const { name, revision, plan } = await existing(manager, machineId, id);
      return insert(manager, machineId, { name: `${name}, copy`.slice(0, 80), revision, plan });
    });
  }

  /** `restore` brings it back. */
  remove(machineId: string, id: string): Promise<void> {
    return this.writer.write(async (manager) => {
      await existing(manager, machineId, id);
      await manager.update(AlternativeEntity, { id }, { deletedAt: new Date().toISOString() });
    });
  }

  restore(machineId: string, id: string): Promise<Alternative> {
    return this.writer.write(async (manager) => {
      const kept = await manager.findOneBy(AlternativeEntity, { machineId, id });
      if (!kept) throw notFound('alternative');
      await manager.update(AlternativeEntity, { id }, { deletedAt: null });
      return toAlternative(kept);
    });
  }
}

async function existing(manager: EntityManager, machineId: string, id: string): Promise<AlternativeEntity> {
  await existingMachine(manager, machineId);
  const kept = await manager.findOneBy(AlternativeEntity, { machineId, id, deletedAt: IsNull() });
  if (!kept) throw notFound('alternative');
  return kept;
}

/** A plan that is kept can be taken up again: what it rests on is there, and it holds together. */
async function refuseFault(manager: EntityManager, machineId: string, plan: Plan): Promise<void> {
  const survey = await surveyUnder(manager, machineId, plan);
  const fault = planFault(plan, survey);
  if (!fault) return;
  throw new ProblemException({
    status: 422,
    code: 'plan-refused',
    title: 'The plan does not hold together',
    detail: `plan.${fault.path}: ${inEnglish(refusalSays(fault.refusal, survey?.disk.sectorBytes ?? 512))}`,
  });
}

async function insert(
  manager: EntityManager,
  machineId: string,
  kept: Pick<AlternativeEntity, 'name' | 'revision' | 'plan'>,
): Promise<Alternative> {
  const entity = { ...kept, keptAt: new Date().toISOString(), deletedAt: null };
  const [inserted] = await insertAlternatives(manager, machineId, [entity]);
  return toAlternative(inserted!);
}

import { randomUUID } from 'node:crypto';
import { IsNull, type EntityManager } from 'typeorm';
import { ProblemException } from '../http/problem.js';
import { AlternativeEntity } from '../storage/entities.js';
import { sumOf } from '../storage/sums.js';

const MOST_ALTERNATIVES = 40;

/** Adds alternatives to a machine. @throws ProblemException 409 where there would be too many that are not deleted */
export async function insertAlternatives(
  manager: EntityManager,
  machineId: string,
  kept: readonly Omit<AlternativeEntity, 'id' | 'machineId' | 'sum'>[],
): Promise<AlternativeEntity[]> {
  const there = await manager.countBy(AlternativeEntity, { machineId, deletedAt: IsNull() });
  if (there + kept.filter((one) => one.deletedAt === null).length > MOST_ALTERNATIVES)
    throw new ProblemException({
      status: 409,
      code: 'alternatives-full',
      title: 'There are many alternatives',
      detail: `A machine keeps ${MOST_ALTERNATIVES} alternatives. Delete one first.`,
    });
  const entities = kept.map(({ name, keptAt, revision, plan, deletedAt }) => ({
    id: randomUUID(),
    machineId,
    name: name.trim(),
    ...{ keptAt, revision, plan, deletedAt },
    sum: sumOf(plan),
  }));
  if (entities.length > 0) await manager.insert(AlternativeEntity, entities);
  return entities;
}

import type { Plan, Survey } from '@rhizotome/core';
import { IsNull, type EntityManager } from 'typeorm';
import { notFound, ProblemException } from '../http/problem.js';
import { surveyIn, surveyText } from '../storage/documents.js';
import { MachineEntity, SurveyEntity } from '../storage/entities.js';
import { sumOf } from '../storage/sums.js';

const MOST_MACHINES = 1000;

/** @throws ProblemException 409 where there is no room for another machine */
export async function refuseFullBench(manager: EntityManager): Promise<void> {
  if ((await manager.countBy(MachineEntity, { deletedAt: IsNull() })) < MOST_MACHINES) return;
  throw new ProblemException({
    status: 409,
    code: 'bench-full',
    title: 'The bench is full',
    detail: `A bench holds ${MOST_MACHINES} machines. Delete one first.`,
  });
}

/** The machine with this id, if it is on the bench. @throws ProblemException 404 */
export async function existingMachine(manager: EntityManager, id: string): Promise<MachineEntity> {
  const machine = await manager.findOneBy(MachineEntity, { id, deletedAt: IsNull() });
  if (!machine) throw notFound('machine');
  return machine;
}

/** The reading that a plan of a machine rests on. */
export async function surveyUnder(
  manager: EntityManager,
  machineId: string,
  { surveyId }: Plan,
): Promise<Survey | undefined> {
  const row = surveyId === null ? null : await manager.findOneBy(SurveyEntity, { machineId, id: surveyId });
  return row ? surveyIn(row.document) : undefined;
}

export async function insertSurvey(manager: EntityManager, machineId: string, survey: Survey): Promise<void> {
  const document = surveyText(survey);
  await manager.insert(SurveyEntity, { id: survey.id, machineId, document, sum: sumOf(document) });
}

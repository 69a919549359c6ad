import { randomUUID } from 'node:crypto';
import type { MachineArchive } from '@rhizotome/core';
import { In, IsNull, type EntityManager } from 'typeorm';
import { surveyIn } from '../storage/documents.js';
import { AlternativeEntity, EditEntity, MachineEntity, SurveyEntity } from '../storage/entities.js';
import { planOf, toAlternative, toHistoryEntry } from './responses.js';

/** A machine whole, as it is stored. @throws ProblemException 500 where a document of it cannot be read */
export async function archiveOf(manager: EntityManager, machine: MachineEntity): Promise<MachineArchive> {
  const { id: machineId, name, story, createdAt, revision } = machine;
  const edits = await manager.find(EditEntity, { where: { machineId }, order: { revision: 'ASC' } });
  const kept = await manager.find(AlternativeEntity, {
    where: { machineId, deletedAt: IsNull() },
    order: { keptAt: 'ASC', id: 'ASC' },
  });
  const surveys = await manager.findBy(SurveyEntity, { machineId });
  return {
    format: 'rhizotome/machine-archive',
    version: 1,
    name,
    story,
    createdAt,
    revision,
    plan: planOf(machine),
    surveys: surveys.map((s) => surveyIn(s.document)),
    history: edits.map(toHistoryEntry),
    alternatives: kept.map(toAlternative).map((a) => ({
      name: a.name,
      keptAt: a.keptAt,
      revision: a.revision,
      plan: a.plan,
    })),
  };
}

/** Puts a machine on the bench as it was, under `id`. Readings whose ids are taken by another machine get new ones. */
export async function insertArchive(
  manager: EntityManager,
  archive: MachineArchive,
  { id = randomUUID(), name = archive.name }: { id?: string; name?: string } = {},
): Promise<string> {
  const { story, createdAt, revision, plan, surveys, history, alternatives } = await withFreeIds(
    manager,
    archive,
  );
  await manager.insert(MachineEntity, {
    id,
    name,
    story,
    createdAt,
    deletedAt: null,
    revision,
    plan: JSON.stringify(plan),
    overview: null,
  });
  for (const survey of surveys)
    await manager.insert(SurveyEntity, { id: survey.id, machineId: id, document: JSON.stringify(survey) });
  for (const { revision: at, key, intent, edit, inverse } of history)
    await manager.insert(EditEntity, {
      machineId: id,
      revision: at,
      key,
      intent,
      edit: JSON.stringify(edit),
      inverse: JSON.stringify(inverse),
      at: createdAt,
    });
  for (const kept of alternatives)
    await manager.insert(AlternativeEntity, {
      id: randomUUID(),
      machineId: id,
      name: kept.name,
      keptAt: kept.keptAt,
      revision: kept.revision,
      plan: JSON.stringify(kept.plan),
      deletedAt: null,
    });
  return id;
}

/** Plans and edits name a reading by its id and nowhere else, so the id can be replaced wherever it stands as a text. */
async function withFreeIds(manager: EntityManager, archive: MachineArchive): Promise<MachineArchive> {
  const ids = archive.surveys.map((survey) => survey.id);
  const taken = await manager.findBy(SurveyEntity, { id: In(ids) });
  const text = taken.reduce(
    (json, { id }) => json.replaceAll(JSON.stringify(id), JSON.stringify(randomUUID())),
    JSON.stringify(archive),
  );
  return taken.length === 0 ? archive : (JSON.parse(text) as MachineArchive);
}

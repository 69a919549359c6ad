import { randomUUID } from 'node:crypto';
import { digestAfter, digestOfBeginning, type GivenArchive, type MachineArchive } from '@rhizotome/core';
import { In, type EntityManager } from 'typeorm';
import { editText, isDamage, planIn, planText, surveyIn } from '../storage/documents.js';
import { AlternativeEntity, EditEntity, MachineEntity, SurveyEntity } from '../storage/entities.js';
import { insertAlternatives } from './alternative-store.js';
import { insertEdits } from './edit-store.js';
import { insertSurvey, refuseFullBench } from './machine-store.js';
import { planOf, toHistoryEntry } from './responses.js';

/**
 * A machine whole, as it is stored, with what was deleted of it. An edit that cannot be read ends the history there, as it ends undo.
 * @throws ProblemException 500 where another document of it cannot be read
 */
export async function archiveOf(manager: EntityManager, machine: MachineEntity): Promise<MachineArchive> {
  const { id: machineId, name, story, createdAt, revision, beginning } = machine;
  const edits = await manager.find(EditEntity, { where: { machineId }, order: { revision: 'ASC' } });
  const kept = await manager.find(AlternativeEntity, {
    where: { machineId },
    order: { keptAt: 'ASC', id: 'ASC' },
  });
  const surveys = await manager.findBy(SurveyEntity, { machineId });
  const history = edits.map(entryOf);
  const readable = history.slice(history.lastIndexOf(undefined) + 1).filter((entry) => entry !== undefined);
  return {
    format: 'rhizotome/machine-archive',
    version: 2,
    name,
    story,
    createdAt,
    revision,
    beginning: beginning === null || readable.length < revision ? null : planIn(beginning),
    plan: planOf(machine),
    surveys: surveys.map((s) => surveyIn(s.document)),
    history: readable,
    alternatives: kept.map((a) => ({
      name: a.name,
      keptAt: a.keptAt,
      revision: a.revision,
      plan: planIn(a.plan),
      deletedAt: a.deletedAt,
    })),
  };
}

function entryOf(entity: EditEntity): MachineArchive['history'][number] | undefined {
  try {
    return { ...toHistoryEntry(entity), at: entity.at };
  } catch (error) {
    if (isDamage(error)) return undefined;
    throw error;
  }
}

/** How an archive is put in: under which id and name, and since when it is deleted. */
export interface PutAs {
  readonly id?: string;
  readonly name?: string;
  readonly deletedAt?: string | null;
}

/**
 * Puts a machine on the bench as it was. Readings whose ids are taken by another machine get new ones.
 * @throws ProblemException 409 where the bench, or what it keeps of a machine, is full
 */
export async function insertArchive(
  manager: EntityManager,
  archive: GivenArchive['archive'],
  { id = randomUUID(), name = archive.name, deletedAt = null }: PutAs = {},
): Promise<string> {
  if (deletedAt === null) await refuseFullBench(manager);
  const { story, createdAt, revision, beginning, plan, surveys, history, alternatives } = await withFreeIds(
    manager,
    archive,
  );
  const first = planText(beginning);
  let digest = digestOfBeginning(first);
  const edits = history.map(({ edit, inverse, ...entry }): EditEntity => {
    const row = { ...entry, edit: editText(edit), inverse: editText(inverse) };
    digest = digestAfter(digest, row);
    return { ...row, machineId: id, digest };
  });
  await manager.insert(MachineEntity, {
    ...{ id, name, story, createdAt, deletedAt, revision, digest },
    beginning: first,
    plan: planText(plan),
    overview: null,
  });
  for (const survey of surveys) await insertSurvey(manager, id, survey);
  await insertEdits(manager, edits);
  await insertAlternatives(
    manager,
    id,
    alternatives.map((kept) => ({ ...kept, plan: planText(kept.plan) })),
  );
  return id;
}

/** Plans and edits name a reading by its id and nowhere else, so the id can be replaced wherever it stands as a text. */
async function withFreeIds(
  manager: EntityManager,
  archive: GivenArchive['archive'],
): Promise<GivenArchive['archive']> {
  const ids = archive.surveys.map((survey) => survey.id);
  const taken = await manager.findBy(SurveyEntity, { id: In(ids) });
  if (taken.length === 0) return archive;
  const text = taken.reduce(
    (json, { id }) => json.replaceAll(JSON.stringify(id), JSON.stringify(randomUUID())),
    JSON.stringify(archive),
  );
  return JSON.parse(text) as GivenArchive['archive'];
}

import {
  digestAfter,
  digestOfBeginning,
  EDIT_DOCUMENT,
  PLAN_DOCUMENT,
  SURVEY_DOCUMENT,
  writtenText,
  type DocumentKind,
  type GivenArchive,
} from '@rhizotome/core';
import { sumOf } from '../storage/sums.js';
import type { AlternativeEntity, EditEntity, MachineEntity, SurveyEntity } from '../storage/entities.js';

/** A machine as it is kept, text by text, before it has a place. */
export interface MachineRows {
  readonly machine: Omit<MachineEntity, 'id' | 'deletedAt' | 'overview'>;
  readonly surveys: readonly Omit<SurveyEntity, 'machineId'>[];
  readonly edits: readonly Omit<EditEntity, 'machineId'>[];
  readonly alternatives: readonly Omit<AlternativeEntity, 'id' | 'machineId' | 'sum'>[];
}

/** Ids of readings that are taken, and those that stand for them. */
export type Renamed = Readonly<Record<string, string>>;

/** @throws Error where a document would not read back, which what was given through the gate does */
export function rowsOf({ archive }: GivenArchive, renamed: Renamed): MachineRows {
  const { name, story, createdAt, revision, beginning, plan, surveys, history, alternatives } = withIds(
    archive,
    renamed,
  );
  const first = text(PLAN_DOCUMENT, beginning);
  let digest = digestOfBeginning(first);
  const edits = history.map(({ edit, inverse, ...entry }) => {
    const row = { ...entry, edit: text(EDIT_DOCUMENT, edit), inverse: text(EDIT_DOCUMENT, inverse) };
    digest = digestAfter(digest, row);
    return { ...row, digest, sum: sumOf(row.edit, row.inverse) };
  });
  const last = text(PLAN_DOCUMENT, plan);
  return {
    machine: { name, story, createdAt, revision, digest, beginning: first, plan: last, sum: sumOf(last) },
    surveys: surveys.map((survey) => {
      const document = text(SURVEY_DOCUMENT, survey);
      return { id: survey.id, document, sum: sumOf(document) };
    }),
    edits,
    alternatives: alternatives.map((kept) => ({ ...kept, plan: text(PLAN_DOCUMENT, kept.plan) })),
  };
}

/** Plans and edits name a reading by its id and nowhere else, so the id can be replaced wherever it stands as a text. */
function withIds(archive: GivenArchive['archive'], renamed: Renamed): GivenArchive['archive'] {
  const ids = Object.entries(renamed);
  if (ids.length === 0) return archive;
  const text = ids.reduce(
    (json, [id, other]) => json.replaceAll(JSON.stringify(id), JSON.stringify(other)),
    JSON.stringify(archive),
  );
  return JSON.parse(text) as GivenArchive['archive'];
}

function text<T>(kind: DocumentKind<T>, value: T): string {
  const written = writtenText(kind, value);
  if (!written.ok) throw new Error('A document that was read does not read back.');
  return written.text;
}

import { EDIT_DOCUMENT, type Edit } from '../edits/index.js';
import { PLAN_DOCUMENT, type Plan } from '../plan/index.js';
import { parseJson, readStored } from '../schema/index.js';
import { SURVEY_DOCUMENT, type Survey } from '../survey/index.js';
import { firstDigest, nextDigest, type Digest } from './digest.js';

/** A machine as texts, as a store keeps it. Any of them may be damaged. */
export interface StoredRecord {
  readonly revision: number;
  /** JSON of the plan at `revision`. */
  readonly plan: string;
  /** JSON of the plan before its first edit; `null` where that is not known. */
  readonly beginning: string | null;
  /** The digest at `revision`. */
  readonly digest: string;
  /** In the order of their revisions. */
  readonly edits: readonly StoredEdit[];
  readonly surveys: readonly { readonly id: string; readonly document: string }[];
  readonly alternatives: readonly { readonly name: string; readonly plan: string }[];
}

export interface StoredEdit {
  readonly revision: number;
  readonly key: string;
  readonly intent: string;
  readonly edit: string;
  readonly inverse: string;
  /** The digest after it. */
  readonly digest: string;
}

/** The value of a stored text; what is no JSON counts as the text that it is, so that damage changes a digest too. */
function storedValue(text: string): unknown {
  try {
    return parseJson(text);
  } catch {
    return text;
  }
}

/** The digest before the first edit. */
export function digestOfBeginning(beginning: string | null): Digest {
  return firstDigest(beginning === null ? null : storedValue(beginning));
}

/** The digest after one more edit. */
export function digestAfter(before: Digest, edit: Pick<StoredEdit, 'key' | 'intent' | 'edit'>): Digest {
  return nextDigest(before, { ...edit, edit: storedValue(edit.edit) });
}

export function planIn(text: string | null): Plan | undefined {
  const read = text === null ? undefined : readStored(PLAN_DOCUMENT, text);
  return read?.ok ? read.value : undefined;
}

export function editIn(text: string): Edit | undefined {
  const read = readStored(EDIT_DOCUMENT, text);
  return read.ok ? read.value : undefined;
}

/** The readings that can be read, by their ids. */
export function surveysIn({ surveys }: Pick<StoredRecord, 'surveys'>): ReadonlyMap<string, Survey> {
  return new Map(
    surveys.flatMap(({ id, document }): [string, Survey][] => {
      const read = readStored(SURVEY_DOCUMENT, document);
      return read.ok ? [[id, read.value]] : [];
    }),
  );
}

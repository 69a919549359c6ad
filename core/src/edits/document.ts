import type { DocumentKind } from '../schema/index.js';
import { EditSchema, type Edit } from './edit.js';

type Json = Readonly<Record<string, unknown>>;

/**
 * An edit carries no number: it is small, and kept by the thousand. Until version 2 several edits made at once had a
 * title in prose; now they say what they do by a code of the catalogue.
 */
export const EDIT_DOCUMENT: DocumentKind<Edit> = {
  version: 2,
  schema: EditSchema,
  upgrades: [batchSays],
  versionOf: (edit) => ('title' in edit ? 1 : 2),
};

function batchSays({ title, ...edit }: Json): Record<string, unknown> {
  return edit['kind'] === 'batch'
    ? { ...edit, says: { code: 'edit.titled', with: { title } } }
    : { ...edit, title };
}

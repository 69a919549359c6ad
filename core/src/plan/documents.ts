import { statedVersion, type DocumentKind } from '../schema/index.js';
import { EditSchema, type Edit } from './edits/edit.js';
import { PlanSchema, type Plan } from './plan.js';

type Json = Readonly<Record<string, unknown>>;

export const PLAN_DOCUMENT: DocumentKind<Plan> = {
  version: 6,
  schema: PlanSchema,
  // Until version 2 encryption was a tick, until version 3 nobody was asked for a TPM and a controller; the schemas read
  // that wherever it stands, since edits hold such parts too. Version 4 added what may be absent: who told a fact, boot
  // entries, who makes a partition, wishes; version 5 what a system is
  // to hold, how much room its setup takes, and what was noted of steps; version 6 boot menus
  // that belong to no system, and the word size, certificates and room for entries of a firmware.
  upgrades: [2, 3, 4, 5, 6].map((version) => (plan) => ({ ...plan, version })),
  versionOf: statedVersion,
};

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

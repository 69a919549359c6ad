import { statedVersion, type DocumentKind } from '../schema/index.js';
import { PlanSchema, type Plan } from './plan.js';

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

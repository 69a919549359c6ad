import { alternatives } from './alternatives.js';
import { asFound } from './as-found.js';
import { backups } from './backups.js';
import { boot } from './boot.js';
import { entries } from './entries.js';
import { firstPage } from './first-page.js';
import { findings } from './findings.js';
import { layout } from './layout.js';
import { machine } from './machine.js';
import { moment } from './moment.js';
import { open } from './open.js';
import { parts } from './parts.js';
import { proposals } from './proposals.js';
import { recipe } from './recipe.js';
import { report } from './report.js';
import { runbook } from './runbook.js';
import { section } from './section.js';
import { shell } from './shell.js';
import { sizing } from './sizing.js';
import { sync } from './sync.js';
import { systems } from './systems.js';
import { timeline } from './timeline.js';

/** The sentences of the app itself in English, a file a subject. What core has to say stands in core’s catalogue. */
export const english = {
  ...firstPage,
  ...alternatives,
  ...asFound,
  ...backups,
  ...boot,
  ...entries,
  ...findings,
  ...layout,
  ...machine,
  ...moment,
  ...open,
  ...parts,
  ...proposals,
  ...recipe,
  ...report,
  ...runbook,
  ...section,
  ...shell,
  ...sizing,
  ...sync,
  ...systems,
  ...timeline,
};

export { listedCells, listedHeads } from './listed.js';
export { runbookHtml } from './html.js';
export { daySays, type RunbookTitle } from './title.js';
export { momentMarkdown, runbookMarkdown, sheetsMarkdown } from './markdown.js';
export { runbookFor, type Runbook, type RunbookPhase, type RunbookStep } from './runbook.js';
export { standingReport, type StandingReport } from './standing.js';
export { timeSays } from './time.js';
export { wayBackSays, type BackStep, type WayBackSays } from './way-back.js';
export type { SystemMounts } from './mounts.js';

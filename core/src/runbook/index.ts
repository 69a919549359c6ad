export { cutAfter, type Cut, type CutBranch } from './cut.js';
export { listedCells, listedHeads } from './listed.js';
export { runbookHtml } from './html.js';
export { daySays, pointSays, titleOf, type RunbookTitle } from './title.js';
export { momentMarkdown, runbookMarkdown, sheetsMarkdown } from './markdown.js';
export {
  bodyBlocks,
  fenced,
  findBlock,
  plainMarkdown,
  Says,
  scriptBlock,
  type PageBlock,
} from './page/index.js';
export { runbookFor, type Runbook, type RunbookPhase, type RunbookStep } from './runbook.js';
export { safetyNow, type NowSays } from './safety-now.js';
export { journalSays, standingReport, type StandingReport } from './standing.js';
export { timeSays } from './time.js';
export { wayBackSays, type BackStep, type WayBackSays } from './way-back.js';
export type { SystemMounts } from './mounts.js';
export { safetyCopyZip } from './safety-copy.js';
export { PAGE_SECTION, phaseSection } from './section.js';

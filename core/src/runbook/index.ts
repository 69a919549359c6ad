export { runbookHtml, type RunbookTitle } from './html.js';
export {
  INSTRUCTION_WORDS,
  runbookFor,
  timeInWords,
  type Runbook,
  type RunbookPhase,
  type RunbookStep,
} from './runbook.js';
export type { StepWords } from './words/index.js';
export { wayBackInWords, type BackStep, type WayBackWords } from './way-back.js';

export {
  beginFromSurvey,
  beginFromText,
  begunMachine,
  givenMachine,
  nextStageOf,
  type BeginAs,
  type Beginning,
  type BeginOutcome,
} from './begin-machine.js';
export { DATA_FILE, RUNS_WHEN_READ } from './data-file.js';
export { documentFaultSays } from './document-fault.js';
export { liveEventText, readLiveEvent, type LiveEvent, type Presence } from './live.js';
export { MOST_SURVEY_BYTES } from './exchange.js';
export { EXCHANGE, EXCHANGE_HEADER } from './version.js';
export { ANSWERS, jsonSchemas, type AnswerName } from './schemas.js';
export type {
  Alternative,
  AsideTold,
  BackedUpMachine,
  Backups,
  DeletedMachine,
  EditsTaken,
  MachineRow,
  OpenedMachine,
  PaperTold,
  PutIn,
  Restored,
} from './exchange.js';
export {
  readMachineArchive,
  type ArchivedAlternative,
  type ArchivedEntry,
  type GivenArchive,
  type Left,
  type MachineArchive,
} from './machine-archive.js';
export { goingOnEdit, reportOnPlan, type ReportOn, type ReportOnPlan } from './report-on-plan.js';
export { stepsDocument, type SpanDocument, type StepDocument, type StepsDocument } from './steps-document.js';
export {
  machineDocument,
  readDocument,
  type DocumentOutcome,
  type DocumentProblem,
  type MachineDocument,
} from './machine-document.js';

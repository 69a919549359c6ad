export { documentFaultSays } from './document-fault.js';
export type {
  Alternative,
  EditsTaken,
  HistoryEntry,
  MachineRow,
  OpenedMachine,
  SentEdit,
} from './exchange.js';
export { stepsDocument, type SpanDocument, type StepDocument, type StepsDocument } from './steps-document.js';
export {
  machineDocument,
  readDocument,
  type DocumentOutcome,
  type DocumentProblem,
  type MachineDocument,
} from './machine-document.js';

export type { HistoryEntry, MachineRow, OpenedMachine, SentEdit } from './exchange.js';
export {
  machineDocument,
  readDocument,
  type DocumentOutcome,
  type DocumentProblem,
  type MachineDocument,
} from './machine-document.js';

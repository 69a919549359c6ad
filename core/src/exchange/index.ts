export type { HistoryEntry, MachineRow, OpenedMachine, SentEdit } from './exchange.js';

export type { HistoryEntry, HistoryPoint, SentEdit } from './entry.js';
export { asDigest, shortDigest, type Digest } from './digest.js';
export { foldEdits, unfoldEdits, type Folded } from './fold.js';
export { sameProcedure } from './same-procedure.js';
export { recovered, type Recovered } from './recover.js';
export { digestAfter, digestOfBeginning, type StoredEdit, type StoredRecord } from './stored-record.js';
export { packText, unpackedText } from './packed-text.js';
export { keepsDigests, storedMachines, type AskRows, type StoredMachine } from './stored-machines.js';
export { recordFaults, type RecordFault } from './verify.js';

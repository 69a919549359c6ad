export { checksAfter, nextDue, type CheckAfter } from './checks-after.js';
export { differencesFrom, type Difference } from './differences.js';
export { sizedBy, wentOtherwise, type WentOtherwise } from './otherwise.js';
export { standingOf, type Standing } from './standing.js';
export { isJournalOf, journalName, readJournal, type Journal } from './journal.js';
export { rebaseEdit } from './rebase.js';

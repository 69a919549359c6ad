export {
  arrivalAt,
  BOOT_ROLES,
  bootAsFound,
  bootsAgain,
  bootsFirst,
  bootsInOrder,
  bootsWithout,
  withoutBoot,
  type Arrival,
  type BootOption,
  type BootState,
} from './boot-state.js';
export { entriesAfter, type EntriesSay } from './entries-after.js';
export { entryOf, entryStates, type EntryFate, type EntryState } from './entries.js';
export {
  hasStartupManager,
  loadersOn,
  setupMakingEfi,
  startOf,
  staysFirst,
  systemsAfter,
  type StartArrangement,
  type StartFault,
  type StartWay,
} from './start.js';
export { fallbackPath, startFaultSays, startWords, type StartWords } from './words.js';

export { startOf, systemsAfter, type StartArrangement, type StartFault, type StartWay } from './start.js';
export { FALLBACK_PATH, startFaultInWords, startWords, type StartWords } from './words.js';

export { adoptWay, stateEdit } from './adopt.js';
export {
  BSD_BOOT,
  hasBiosBoot,
  installedMode,
  verdictOn,
  type VerdictSays,
  verdictsOf,
  type Verdict,
  type VerdictLevel,
} from './match.js';
export { waysOut, type Condition, type Way } from './ways.js';

export { adoptWay, stateEdit } from './adopt.js';
export {
  BSD_BOOT,
  hasBiosBoot,
  installedMode,
  verdictOn,
  verdictsOf,
  type Verdict,
  type VerdictLevel,
} from './match.js';
export { waysOut, type Condition, type Way } from './ways.js';

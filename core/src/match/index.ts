export { adoptWay } from './adopt.js';
export {
  hasBiosBoot,
  installedMode,
  mbrReachBytes,
  verdictOn,
  verdictsOf,
  waysOut,
  type Condition,
  type Verdict,
  type VerdictLevel,
  type Way,
} from './match.js';

export { adoptWay } from './adopt.js';
export {
  hasBiosBoot,
  mbrReachBytes,
  verdictOn,
  verdictsOf,
  waysOut,
  type Condition,
  type Verdict,
  type VerdictLevel,
  type Way,
} from './match.js';

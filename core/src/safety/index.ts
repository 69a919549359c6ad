export {
  arrived,
  awake,
  safetyAsFound,
  safetyWithout,
  withFilesCopied,
  withKeyOnPaper,
  withProtection,
  withTableCopy,
  type Protection,
  type SafetyState,
  type TableCopy,
} from './safety-state.js';

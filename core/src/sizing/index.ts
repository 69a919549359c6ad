export {
  advisedWindowsBytes,
  efiBudget,
  fat32FloorBytes,
  hibernationSwapBytes,
  newEfiBytes,
  SWAP_ADVISED_UP_TO_BYTES,
  swapRules,
  totalOf,
  type BudgetLine,
  type SwapRule,
} from './sizing.js';

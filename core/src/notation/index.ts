export {
  looksLikeNotation,
  parseNotation,
  printNotation,
  type MachineText,
  type NotationOutcome,
} from './document.js';
export type { NotationError } from './lines.js';

export {
  looksLikeNotation,
  parseNotation,
  printNotation,
  type MachineText,
  type NotationOutcome,
} from './document.js';
export type { NotationError } from './lines.js';
export { rewriteEdit, type RewriteOutcome, type Rewritten } from './rewrite.js';

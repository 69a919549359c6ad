export {
  looksLikeNotation,
  parseNotation,
  printNotation,
  type MachineText,
  type NotationOutcome,
} from './document.js';
export { Fields, oneString, shaped } from './fields.js';
export { linesOf, NotationFault, quoted, type NotationError } from './lines.js';
export { systemWishFields, takeSystemWish, takeWish, wishFields } from './wish.js';
export { FIRST_LINE } from './version.js';
export { rewriteEdit, type RewriteOutcome, type Rewritten } from './rewrite.js';

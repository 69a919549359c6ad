export { english, type English } from './en/index.js';
export { and, count } from './en/format.js';
export { overview as overviewEnglish } from './en/overview.js';
export { commandLines, fileLine, type Continued } from './command-lines.js';
export { escaped } from './escaped.js';
export { inEnglish } from './in-english.js';
export {
  isReadFaultCode,
  isShapeCode,
  type ReadFaultSays,
  type RuleId,
  type ShapeCode,
} from './kept-codes.js';
export { MARK, END_MARK, pseudoLanguage } from './pseudo.js';
export type { FactCode, ValueCode } from './en/facts.js';
export type { FindingText } from './en/findings/index.js';
export type { StepText } from './en/steps/index.js';
export {
  message,
  sayIn,
  sayPart,
  textIn,
  type Catalogue,
  type Code,
  type Message,
  type Phrase,
  type PhraseCode,
  type Said,
  type Text,
} from './message.js';

export * from './quantity/index.js';
export * from './words/index.js';
export * from './glossary/index.js';
export * from './schema/index.js';
export * from './bytes/index.js';
export * from './firmware/index.js';
export * from './image/index.js';
export * from './table/index.js';
export * from './volume/index.js';
export * from './survey/index.js';
export * from './machine/index.js';
export * from './system/index.js';
export * from './ability/index.js';
export * from './sizing/index.js';
export * from './plan/index.js';
export * from './layout/index.js';
export * from './rooms/index.js';
export * from './packing/index.js';
export * from './edits/index.js';
export * from './compose/index.js';
export * from './gestures/index.js';
export * from './record/index.js';
export * from './section/index.js';
export * from './report/index.js';
export {
  looksLikeNotation,
  parseNotation,
  printNotation,
  rewriteEdit,
  type MachineText,
  type NotationError,
  type NotationOutcome,
  type RewriteOutcome,
  type Rewritten,
} from './notation/index.js';
export * from './match/index.js';
export * from './start/index.js';
export * from './mounting/index.js';
export * from './recognition/index.js';
export * from './practice/index.js';
export * from './finding/index.js';
export * from './rehearsal/index.js';
export * from './strategy/index.js';
export * from './sequence/index.js';
export * from './moment/index.js';
export * from './standing/index.js';
export * from './runbook/index.js';
export * from './script/index.js';
export * from './parcel/index.js';
export * from './overview/index.js';
export * from './proposal/index.js';
export * from './recipe/index.js';
export * from './exchange/index.js';

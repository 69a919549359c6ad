export {
  ALIGNMENT_BYTES,
  alignDown,
  alignUp,
  bytes,
  GB,
  GIB,
  KB,
  KIB,
  MB,
  MIB,
  sectors,
  sectorsToHold,
  TB,
  TIB,
  type Bytes,
  type Sectors,
} from './units.js';
export { formatBinary, formatBoth, formatDecimal, formatExact } from './format.js';
export { bytesTyped, exactSize, typedSize, type TypedSize, type TypedUnit } from './typed.js';
export { driveSoldAs, nominalSectors, soldAs, USUAL_DRIVES_GB } from './nominal.js';
export { parseSizeExpression } from './expression/parse.js';
export { evaluateSize, parseSize, type SizeContext } from './expression/evaluate.js';
export { suggestionsFor } from './expression/syntax.js';
export type {
  ExpressionError,
  ExpressionSays,
  Outcome,
  QuantityName,
  SizeExpression,
} from './expression/syntax.js';

export { arrivalsOf, bootsOf } from './arrivals.js';
export { safetiesOf } from './safeties.js';
export { CONTAINER_NUMBER } from './forecast.js';
export { linesOf, spanOf, titleOfLine, type Line } from './lines.js';
export { momentsOf, partitionNumbers, type Moment } from './moments.js';
export {
  lookAlikes,
  numbersFollowOrder,
  recognitionSheet,
  type Instruction,
  type RecognitionRow,
} from './sheet.js';
export { sheetOf, sheetsOf, type Sheet } from './sheets.js';
export { statesOf, type State } from './states.js';
export { slotChoiceOf, type Renumbered, type SlotChoice } from './slot-choice.js';

export {
  CONTAINER_NUMBER,
  deviceIsAssumed,
  deviceName,
  partitionDevice,
  partitionNumbers,
} from './devices.js';
export { printedBinary, printedDecimal } from './printed.js';
export {
  lookAlikes,
  numbersFollowOrder,
  recognitionSheet,
  typeOf,
  type Instruction,
  type RecognitionRow,
} from './sheet.js';

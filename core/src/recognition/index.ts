export { deviceIsAssumed, deviceName, partitionDevice } from './devices.js';
export { printedBinary, printedDecimal } from './printed.js';
export { typeOf } from './types.js';

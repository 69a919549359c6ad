export { deviceIsAssumed, deviceName, partitionDevice } from './devices.js';
export { printedBinary, printedDecimal } from './printed.js';
export { GENERAL_LINUX, typeOf } from './types.js';

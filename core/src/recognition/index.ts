export { disksAlike } from './alike.js';
export { deviceIsAssumed, deviceName, partitionDevice } from './devices.js';
export { printedBinary, printedByLsblk, printedDecimal } from './printed.js';
export { GENERAL_LINUX, typeOf } from './types.js';

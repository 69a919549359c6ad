export { readLoadOption, type EntryPartition, type LoadOption } from './load-option.js';
export {
  entryName,
  readVariables,
  type BootEntries,
  type BootEntry,
  type FirmwareVariables,
} from './variables.js';

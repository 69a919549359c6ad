export { damageSays, damageTitle, type Damage } from './damage.js';
export { decodeGptCopy, headerPlaces, type CopyFault } from './gpt/decode.js';
export { encodeGpt, type GptSectors } from './gpt/encode.js';
export { usableArea, type Gpt, type GptEntry } from './gpt/gpt.js';
export { ENTRY, ENTRY_BYTES, ENTRY_COUNT, HEADER, HEADER_BYTES, NAME_UNITS } from './gpt/layout.js';
export { decodeMbr } from './mbr/decode.js';
export { readChain, type ChainFault, type Logical } from './mbr/chain.js';
export {
  encodeMbr,
  encodeProtectiveMbr,
  type LogicalSlot,
  type MbrTable,
  type PrimarySlot,
  type SectorImage,
} from './mbr/encode.js';
export {
  detectSectorBytes,
  gptSectorBytes,
  mbrType,
  mbrUsableArea,
  readEmptyMbr,
  readTable,
  SECTOR_SIZES,
  usualArea,
  type TableContainer,
  type TablePartition,
  type TableReading,
  type TableStyle,
} from './read-table.js';
export {
  PARTITION_TYPES,
  partitionType,
  partitionTypeNamed,
  typeFor,
  typeName,
  type PartitionType,
  type Role,
} from './types.js';
export { mbrReachBytes } from './mbr/reach.js';

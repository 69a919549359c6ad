export { alignmentSectors, plannedArea, type Area } from './area.js';
export {
  foundParts,
  largestGap,
  lengthFor,
  plannedGaps,
  plannedParts,
  roomAround,
  sizeOf,
  tile,
  type GapPart,
  type Part,
} from './parts.js';
export {
  MBR_SLOTS,
  isActive,
  isLogical,
  plannedContainer,
  recordPlaces,
  slotsOf,
  type Slots,
} from './slots.js';
export { hull, overlap, type Span } from './span.js';

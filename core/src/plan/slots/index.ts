export {
  isActive,
  isLogical,
  MBR_SLOTS,
  plannedContainer,
  recordPlaces,
  slotsOf,
  type Slots,
} from './slots.js';

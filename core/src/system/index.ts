export { accessOf, sharedContent, suits, USUAL_CONTENT, type Access, type Use } from './suits.js';
export { fitOf, type Fit } from './fit.js';
export {
  defaultClock,
  FAMILIES,
  FAMILY_NAMES,
  isArriving,
  listsOthers,
  sleeps,
  nearestProfile,
  profileOf,
  SWAP_CHOICES,
  SYSTEM_PROFILES,
  systemFrom,
  SystemSchema,
  type Family,
  type ImageHost,
  type System,
  type SystemId,
  type SystemNeeds,
  type SwapChoice,
  type SystemProfile,
} from './system.js';

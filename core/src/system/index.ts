export { fitOf, type Fit } from './fit.js';
export {
  defaultClock,
  FAMILIES,
  FAMILY_NAMES,
  isArriving,
  listsOthers,
  nearestProfile,
  profileOf,
  SYSTEM_PROFILES,
  systemFrom,
  SystemSchema,
  type Family,
  type ImageHost,
  type System,
  type SystemId,
  type SystemNeeds,
  type SystemProfile,
} from './system.js';

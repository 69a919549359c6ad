export { fitOf, type Fit } from './fit.js';
export {
  FAMILIES,
  FAMILY_NAMES,
  isArriving,
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

export { efiStrategies, type EfiStrategy } from './efi.js';
export { isHomeless, proposeParts, type Proposal } from './add-system.js';
export { sizeEdit, sizeTargets, type SizeEdit, type SizeTarget } from './size-role.js';
export { choosesPartMaker, partMakerCosts, type PartMakerCost } from './part-makers.js';

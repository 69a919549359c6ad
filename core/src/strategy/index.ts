export { efiShapes, type EfiShape, type EfiShapes } from './efi-shapes.js';
export { efiStrategies, type EfiStrategy } from './efi.js';
export { sizeEdit, sizeTargets, type SizeEdit, type SizeTarget } from './size-role.js';
export { choosesPartMaker, partMakerCosts, type PartMakerCost } from './part-makers.js';

export { EFI_STRATEGIES, efiStrategies, type EfiStrategy, type EfiStrategyId } from './efi.js';

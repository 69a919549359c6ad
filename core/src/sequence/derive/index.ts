export { deriveSteps } from './derive.js';

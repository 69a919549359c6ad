export { deriveSteps } from './derive.js';
export { copyTime } from './estimate.js';
export { orderSteps, type Ordered } from './order.js';
export { procedureFor, type Phase, type Procedure } from './sequence.js';
export { startKey, type Environment, type Range, type Step, type StepKind } from './step.js';

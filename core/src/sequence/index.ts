export { deriveSteps } from './derive/index.js';
export { copyTime } from './copy-time.js';
export { dayOf, sumOf, timeOf, type Day } from './estimate.js';
export { pieceOf } from './exposure.js';
export { liveFrom, placeIn } from './place.js';
export { orderSteps, type Ordered, type RestartCost } from './order.js';
export { exposedSteps, procedureFor, type Phase, type Procedure } from './sequence.js';
export { TableModel, type TableFault } from './table-model.js';
export { startKey, type Copy, type Environment, type Exposure, type Range, type StepBase } from './step.js';
export {
  kindOf,
  objectsOf,
  type StepObjects,
  type Step,
  type StepFor,
  STEP_KINDS,
  type StepKind,
  type UndoneKind,
} from './steps/kinds.js';
export type { LineWork } from './steps/kind.js';
export type { CopyOf } from './steps/safety-copy.js';
export type { LiveUse } from './steps/prepare-live.js';
export { isDoneBefore } from './steps/change-inside.js';
export { undoIn, type StepBack } from './step-back.js';
export { isForGood, lossesOf, wayBack, type Loss, type WayBack } from './way-back.js';

export { environmentNote, environmentTitle } from './environment.js';
export { stepWords } from './of-step.js';
export type { StepWords } from './step-words.js';
export { wordContext, type WordContext } from './word-context.js';

export { STICK } from './containers.js';
export type { Act, Around, Deed, Holds, Proof, Whole } from './deed.js';
export { deedOf } from './deeds.js';
export { hasScript, isBeyondTyping, scriptName } from './phase.js';
export { keptStretches } from './stretches.js';

export type { Grip } from './grip.js';
export { bodiesOf, drawGrip, gripsOf, movedByGrip, type Drawn } from './grips.js';
export { snapPlaces, type SnapPlace } from './snaps.js';
export type { Verb } from './verb.js';
export { verbsOf } from './verbs.js';

import type { Cases } from './builders.js';
import { LAYOUT_CASES } from './layout.js';
import { PLAIN_CASES } from './plain.js';
import { everyPlan } from './plans.js';
import { WRITTEN_CASES } from './written.js';
import { SYSTEM_CASES } from './systems.js';

export * from './builders.js';
export { story, storyText } from './plans.js';
export { written } from './written.js';

/** For each rule: a plan that it speaks of, and one close by of which it must not. */
export const CASES: Cases = { ...PLAIN_CASES, ...LAYOUT_CASES, ...SYSTEM_CASES, ...WRITTEN_CASES };

/** Plans for laws that hold of all of them. */
export const PLANS = everyPlan(CASES);

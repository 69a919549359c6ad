import { prepare } from './prepare.js';
import { systems } from './systems.js';
import { table } from './table.js';
import { volumes } from './volumes.js';

export type { StepText } from './shared.js';

/** What is to be done at each kind of step, and what to check before going on. */
export const steps = { ...prepare, ...volumes, ...table, ...systems };

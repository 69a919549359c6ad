import { runbook } from './runbook.js';
import { steps } from './steps.js';
import { wayBack } from './way-back.js';

/** Every sentence of core in English, a file a subject. */
export const english = { ...steps, ...wayBack, ...runbook };

export type English = typeof english;

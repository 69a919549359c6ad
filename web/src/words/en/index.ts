import { asFound } from './as-found.js';
import { findings } from './findings.js';
import { keeping } from './keeping.js';
import { machines } from './machines.js';
import { moment } from './moment.js';
import { sync } from './sync.js';
import { systems } from './systems.js';

/** The sentences of the app itself in English, a file a subject. What core has to say stands in core’s catalogue. */
export const english = { ...asFound, ...findings, ...sync, ...keeping, ...machines, ...moment, ...systems };

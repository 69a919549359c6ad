import { api } from './api.js';
import { begin } from './begin.js';
import { common } from './common.js';
import { keeping } from './keeping.js';
import { machines } from './machines.js';
import { page } from './page.js';

/** What the list of machines says: it comes before all others. */
export const firstPage = { ...api, ...begin, ...common, ...keeping, ...machines, ...page };

/**
 * fast-check with one seed for a whole run: `npm test` tries the same cases each time, so that what is red today was not red by chance;
 * `npm run properties` tries others.
 */
const fc = require('../node_modules/fast-check/lib/cjs/fast-check.js');

fc.configureGlobal({ seed: Number(globalThis.process.env.RHIZOTOME_SEED ?? 20261125) });
module.exports = fc;

/** What of core is needed once something is given. A module of its own, so that the list of machines loads without it. */
export { beginFromSurvey, begunMachine, givenMachine, LARGEST_END_BYTES, whatFileIs } from '@rhizotome/core';

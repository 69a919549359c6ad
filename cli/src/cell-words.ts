import { cellFaultSays, type CellFault } from '@rhizotome/core';
import { say } from './words.js';

/** What is said of a thing whose reader was ended. */
export const cellSays = (fault: CellFault, what: string, seconds: number): string =>
  say(cellFaultSays(fault, what, seconds));

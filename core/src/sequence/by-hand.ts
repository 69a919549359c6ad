import type { Range } from './step.js';

/** From minutes; in seconds. */
export const minutes = (least: number, most: number): Range => ({ least: least * 60, most: most * 60 });

/** What a person who reads along does in a moment. */
export const SHORT = minutes(1, 3);

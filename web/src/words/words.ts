import { english } from './en/index.js';

/** The app’s own sentences in the language of this window. */
export const words = english;

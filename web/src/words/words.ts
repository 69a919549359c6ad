import { english } from './en/index.js';
import { inLanguage } from './language.js';

/** The app’s own sentences in the language of this window. */
export const words = inLanguage(english);

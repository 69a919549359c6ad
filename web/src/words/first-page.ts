import { firstPage } from './en/first-page.js';
import { inLanguage } from './language.js';

/** Of the app’s own sentences, those of the first page: the others come with the stages that say them. */
export const words = inLanguage(firstPage);

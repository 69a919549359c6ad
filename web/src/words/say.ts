import { english, sayIn, textIn, type Code, type English, type Said, type Text } from '@rhizotome/core';
import { inLanguage } from './language.js';

/** Core’s sentences in the language of this window. */
export const catalogue = inLanguage(english);

/** The text of a message of core. */
export const say = <C extends Code>(said: Said<C>): ReturnType<English[C]> => sayIn(catalogue, said);

/** A name, or the words that stand for one. */
export const text = (of: Text): string => textIn(catalogue, of);

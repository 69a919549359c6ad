import { pseudoLanguage } from '@rhizotome/core';

const KEY = 'rhizotome:language';

/** Every language of the app, as a change to the English catalogues. */
const LANGUAGES = {
  en: <C extends object>(catalogue: C): C => catalogue,
  /** Made up, to find what is not translated or does not fit. */
  'x-long': pseudoLanguage,
} as const;

/** The language asked for in this browser; English where none is, or none that is known. */
const language: keyof typeof LANGUAGES = (() => {
  try {
    return window.localStorage.getItem(KEY) === 'x-long' ? 'x-long' : 'en';
  } catch {
    return 'en';
  }
})();

/** A catalogue in the language of this window. */
export const inLanguage = <C extends object>(english: C): C => LANGUAGES[language](english);

import { english } from './en/index.js';
import { textIn, type Text } from './message.js';

/** A name or message in English, for documents and programs that speak no other language. */
export const inEnglish = (text: Text): string => textIn(english, text);

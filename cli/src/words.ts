import { english, sayIn, textIn, type Code, type English, type Message, type Text } from '@rhizotome/core';

/** The text of a message of core. */
export const say = <C extends Code>(said: Message<C>): ReturnType<English[C]> => sayIn(english, said);

/** A name, or the words that stand for one. */
export const text = (of: Text): string => textIn(english, of);

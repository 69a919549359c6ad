import { english, sayIn, textIn, type Code, type English, type Message, type Text } from '@rhizotome/core';
import { visible, visibleIn } from './visible.js';

/** The text of a message of core; names in it can only be read. */
export const say = <C extends Code>(said: Message<C>): ReturnType<English[C]> =>
  visibleIn(sayIn(english, said));

/** A name, or the words that stand for one. */
export const text = (of: Text): string => visible(textIn(english, of));

import { message } from '@rhizotome/core';
import { Failure } from './failure.js';
import { say, text } from './words.js';

const ACTING = '\u001b]0;owned\u0007\n\u202eevil\u2066\u009b1m';
const SHOWN = '\\u{1b}]0;owned\\u{7}\\u{a}\\u{202e}evil\\u{2066}\\u{9b}1m';

test.each([
  ['a sentence', () => say(message('edit.use-plan', { name: ACTING }))],
  ['a name', () => text(ACTING)],
  ['a failure', () => new Failure(`${ACTING}: no such file`).message],
])('%s with a name that would act on a terminal can only be read', (_, said) => {
  expect(said()).toContain(SHOWN);
  expect(said()).not.toContain('\u001b');
});

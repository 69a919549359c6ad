import { GB, GIB, KB, KIB, MB, MIB, TB, TIB } from '../units.js';
import { fault } from './syntax.js';

export interface Token {
  readonly kind: 'number' | 'word' | 'sign' | 'end';
  readonly at: number;
  readonly text: string;
}

/** Unit spellings, lower case. A bare letter is binary, as people mean it when they say "80 gigs". */
export const UNIT_BYTES: ReadonlyMap<string, number> = new Map([
  ['b', 1],
  ...(
    [
      ['k', KIB, KB],
      ['m', MIB, MB],
      ['g', GIB, GB],
      ['t', TIB, TB],
    ] as const
  ).flatMap(([letter, binary, decimal]): [string, number][] => [
    [letter, binary],
    [`${letter}ib`, binary],
    [`${letter}b`, decimal],
  ]),
]);

/** Digits may be grouped by threes with spaces: `81 920`. */
const NUMBER = /(?:\d{1,3}(?:[ \u00a0\u202f]\d{3})+|\d+)(?:\.\d+)?|\.\d+/y;
const WORD = /[A-Za-z]+/y;
const SIGN = /[-+*/%(),−×]/y;
const SPACE = /\s+/y;
const SIGN_SPELLINGS: Readonly<Record<string, string>> = { '−': '-', '×': '*' };

/** Whether a parenthesis is open: there a comma divides the sizes of `max` and `min`. */
function inCall(tokens: readonly Token[]): boolean {
  const count = (sign: string) => tokens.filter((t) => t.text === sign).length;
  return count('(') > count(')');
}

/** Time is linear in the length of `text`. */
export function tokensOf(text: string): Token[] {
  const tokens: Token[] = [];
  let at = 0;
  const take = (pattern: RegExp): string | undefined => {
    pattern.lastIndex = at;
    return pattern.exec(text)?.[0];
  };
  while (at < text.length) {
    const space = take(SPACE);
    if (space) {
      at += space.length;
      continue;
    }
    const number = take(NUMBER);
    const word = number ? undefined : take(WORD);
    const found = number ?? word ?? take(SIGN);
    if (found === undefined) fault(at, 1, { code: 'typed.no-meaning', with: { found: text[at]! } });
    if (
      number &&
      text[at + found.length] === ',' &&
      /\d/.test(text[at + found.length + 1] ?? '') &&
      !inCall(tokens)
    )
      fault(at + found.length, 1, { code: 'typed.comma', with: null }, ['.']);
    const kind = number ? 'number' : word ? 'word' : 'sign';
    tokens.push({ kind, at, text: SIGN_SPELLINGS[found] ?? found });
    at += found.length;
  }
  tokens.push({ kind: 'end', at: text.length, text: '' });
  return tokens;
}

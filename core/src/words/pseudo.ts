/** Around every sentence of the made-up language: what lacks it was not said by a catalogue. */
export const MARK = '‹';
export const END_MARK = '›';

const ACCENTED: Readonly<Record<string, string>> = { a: 'á', e: 'é', i: 'í', o: 'ó', u: 'ú', c: 'ç', n: 'ñ' };

/** A sentence as long as in a wordier language, with accents, and readable still. */
const pseudo = (sentence: string): string =>
  `${MARK}${sentence.replace(/[aeioucn]/g, (c) => ACCENTED[c] ?? c)}${' ~'.repeat(Math.ceil(sentence.length / 8))}${END_MARK}`;

function inPseudo<T>(text: T): T {
  if (typeof text === 'string') return (text === '' ? text : pseudo(text)) as T;
  if (Array.isArray(text)) return text.map(inPseudo) as T;
  if (typeof text !== 'object' || text === null) return text;
  return Object.fromEntries(Object.entries(text).map(([key, value]) => [key, inPseudo(value)])) as T;
}

/**
 * A catalogue in which every sentence is marked, lengthened and accented: it shows what would not be translated, and what
 * would not fit.
 */
export function pseudoLanguage<C extends object>(of: C): C {
  return Object.fromEntries(
    Object.entries(of).map(([code, say]) => [
      code,
      (...params: readonly never[]) => inPseudo((say as (...params: readonly never[]) => unknown)(...params)),
    ]),
  ) as C;
}

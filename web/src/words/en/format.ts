const NUMBERS = new Intl.NumberFormat('en');
const PLURALS = new Intl.PluralRules('en');
const AND = new Intl.ListFormat('en', { type: 'conjunction' });

/** `1 restart`, `2 restarts`. */
export const count = (n: number, one: string, other = `${one}s`): string =>
  `${NUMBERS.format(n)} ${PLURALS.select(n) === 'one' ? one : other}`;

/** `a, b, and c` */
export const and = (items: readonly string[]): string => AND.format(items);

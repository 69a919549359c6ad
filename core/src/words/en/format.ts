import { formatBinary, formatBoth } from '../../quantity/index.js';

const NUMBERS = new Intl.NumberFormat('en');
const PLURALS = new Intl.PluralRules('en');
const OR = new Intl.ListFormat('en', { type: 'disjunction' });
const AND = new Intl.ListFormat('en', { type: 'conjunction' });

export const both = formatBoth;
export const binary = formatBinary;

/** `1 restart`, `2 restarts`. */
export const count = (n: number, one: string, other = `${one}s`): string =>
  `${NUMBERS.format(n)} ${PLURALS.select(n) === 'one' ? one : other}`;

/** `a, b, and c` */
export const and = (items: readonly string[]): string => AND.format(items);

/** `a, b, or c` */
export const or = (items: readonly string[]): string => OR.format(items);

/** A name as it stands in a sentence. */
export const quoted = (name: string): string => `“${name}”`;

const DAY = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long', timeZone: 'UTC' });

/** `26 December 2026`, of a time as ISO 8601. */
export const day = (at: string): string => DAY.format(new Date(at));

export const lowered = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

export const MODE = { uefi: 'UEFI', bios: 'BIOS' } as const;
export const STYLE = { gpt: 'GPT', mbr: 'MBR' } as const;
export type Mode = keyof typeof MODE;
export type Style = keyof typeof STYLE;
